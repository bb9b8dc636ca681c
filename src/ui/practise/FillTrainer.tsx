'use client';

import { Checkbox, Group, Text } from '@mantine/core';
import { useEffect, useMemo, useState } from 'react';
import { sharesOf } from '@/core/advice/judgement';
import { inOrder } from '@/core/base/document';
import { mulberry } from '@/core/base/random';
import {
  backbeatUses,
  FILL_SCHOOLS,
  type FillSchool,
  generateFill,
  type Layout,
  type Pattern,
  quartersIn,
} from '@/core/music/kit';
import { type Meter, seconds } from '@/core/music/time';
import { drawn, fillTraining, MOST_BEFORE, roundOf } from '@/core/practice/fills';
import { STRAIGHT } from '@/core/song/roadmap';
import { soloProgram } from '@/core/song/set';
import { barAtSeconds, compile } from '@/core/song/timeline';
import { StaffView } from '../kit/StaffView';
import type { BandSong } from '../sets/entries';
import { Figure } from '../shared/Figure';
import { Select } from '../shared/Select';
import { PlayButton, useControls, useDrums, useProgram, useTransport } from '../transport';
import classes from './Practise.module.css';

type Props = {
  readonly songs: readonly BandSong[];
  readonly layout: Layout;
};

type Source = 'own' | FillSchool;

/** Rounds that are drawn at once, from so many fills by number. */
const ROUNDS = 24;
const NUMBERED = 8;

/** Fills in the flow of a song’s groove: drawn, shown, played, and asked back. */
const FillTrainer = ({ songs, layout }: Props) => {
  const [chosen, setChosen] = useState(songs[0]?.arrangement ?? '');
  const song = songs.find(({ arrangement }) => arrangement === chosen) ?? songs[0];
  const [source, setSource] = useState<Source>('backbeat');
  const [seed, setSeed] = useState(1);
  const [before, setBefore] = useState(3);
  const [answers, setAnswers] = useState(true);
  const [asked, setAsked] = useState<number>();
  const map = song?.map;
  const place = useMemo(() => (map ? placeIn(map) : undefined), [map]);
  const own = useMemo(
    () => (map ? inOrder(map.patterns).filter((one) => one.kind === 'fill' && !one.of) : []),
    [map],
  );
  const meter = map?.start.meter;
  const fills = useMemo(
    () => (source === 'own' ? own : meter ? numbered(seed, source, meter) : []),
    [source, own, seed, meter],
  );
  const order = useMemo(() => drawn(seed, fills.length, ROUNDS), [seed, fills.length]);
  const perMinute = asked ?? map?.start.tempo.perMinute ?? 100;
  const training = useMemo(
    () =>
      map &&
      fillTraining({
        meter: map.start.meter,
        tempo: { ...map.start.tempo, perMinute },
        feel: place?.feel ?? STRAIGHT,
        groove: place?.groove,
        fills: order.map((index) => fills[index]!),
        before,
        answers,
      }),
    [map, perMinute, place, order, fills, before, answers],
  );
  if (!training || !song)
    return <Text>Fills are practised in the groove of a song: write one first.</Text>;
  return (
    <div className={classes.plan}>
      <Group align="end" gap="sm">
        <Select
          label="In the groove of"
          shown
          value={song.arrangement}
          choices={songs.map(({ arrangement, title }) => [arrangement, title] as const)}
          onChange={(id) => {
            setChosen(id);
            setAsked(undefined);
          }}
        />
        <Select
          label="Fills"
          shown
          value={source}
          choices={[
            ...(own.length > 0 ? [['own', `the song’s own, ${own.length}`] as const] : []),
            ...(Object.keys(FILL_SCHOOLS) as FillSchool[]).map(
              (school) => [school, `${school}, by number`] as const,
            ),
          ]}
          onChange={(one) => setSource(one as Source)}
        />
        <Figure w={104} label="Draw" value={seed} min={0} max={999_999} onChange={setSeed} />
        <Figure w={104} label="Tempo" value={perMinute} min={20} max={400} onChange={setAsked} />
        <Figure
          w={104}
          label="Bars before"
          value={before}
          min={1}
          max={MOST_BEFORE}
          onChange={setBefore}
        />
        <Checkbox
          pb={8}
          checked={answers}
          onChange={({ currentTarget }) => setAnswers(currentTarget.checked)}
          label="Hear it first, then answer"
        />
      </Group>
      {fills.length === 0 ? (
        <Text>This song has no fills of its own: choose some by number.</Text>
      ) : (
        <Rounds
          training={training}
          order={order}
          fills={fills}
          layout={layout}
          title={song.title}
        />
      )}
    </div>
  );
};

type RoundsProps = {
  readonly training: ReturnType<typeof fillTraining>;
  readonly order: readonly number[];
  readonly fills: readonly Pattern[];
  readonly layout: Layout;
  readonly title: string;
};

/** The fill that is played now, and the one that is next. */
const Rounds = ({ training, order, fills, layout, title }: RoundsProps) => {
  const timeline = useMemo(() => compile(training), [training]);
  const program = useMemo(() => soloProgram(`Fills in ${title}`, timeline), [title, timeline]);
  const maps = useMemo(() => [training], [training]);
  const drums = useDrums(program, maps, layout);
  useProgram({ title: `Fills in ${title}`, program, drums });
  const { toggle, follow } = useControls();
  const { is } = useTransport();
  const runs = is !== 'stopped';
  const [at, setAt] = useState<{ readonly round: number; readonly answers: boolean }>();
  useEffect(() => {
    const show: Parameters<typeof follow>[0] = (heard) => {
      if (!heard || heard.program !== program) return setAt(undefined);
      const from = program.songs[0]!.barOne;
      const bar = barAtSeconds(timeline, seconds(Math.max(0, heard.place - from)));
      const section = bar && timeline.passages[bar.passage]?.section;
      const round = section === undefined ? undefined : roundOf(section);
      if (section === undefined || round === undefined) return;
      const answers = !section.startsWith('r');
      setAt((now) => (now?.round === round && now.answers === answers ? now : { round, answers }));
    };
    return follow(show);
  }, [follow, program, timeline]);
  const round = at?.round ?? 0;
  const now = fills[order[round] ?? 0]!;
  const next = fills[order[round + 1] ?? -1];
  return (
    <>
      <div className={classes.next}>
        <span className={classes.big}>{at ? `${round + 1} of ${order.length}` : 'First'}</span>
        <div>
          <Text fz={24} fw={650} lh={1.2} className="name">
            {now.name}
          </Text>
          <Text className={classes.quiet} data-testid="turn">
            {!at ? 'Space plays it' : at.answers ? 'Your turn' : 'Listen, or play along'}
          </Text>
        </div>
        <PlayButton runs={runs} label="Play" onToggle={() => toggle()} />
      </div>
      <StaffView pattern={now} sticking counting />
      {next && (
        <section aria-label="Next">
          <Text className={classes.quiet}>
            Then <span className="name">{next.name}</span>
          </Text>
          <StaffView pattern={next} scale={0.7} />
        </section>
      )}
      <Text size="sm" className={classes.quiet}>
        Slowly first, and softly: what is fast comes of it. Stop where anything hurts.
      </Text>
    </>
  );
};

/** The groove and the feel that fill most of a song. */
const placeIn = (map: BandSong['map']) => {
  const timeline = compile(map);
  const share = sharesOf(map, timeline).find(({ first }) => {
    const bar = timeline.bars.find(({ played }) => played === first);
    return bar && timeline.passages[bar.passage]?.groove;
  });
  const bar = timeline.bars.find(({ played }) => played === share?.first);
  const passage = bar && timeline.passages[bar.passage];
  return {
    feel: passage?.feel ?? STRAIGHT,
    groove: passage?.groove ? map.patterns[passage.groove] : undefined,
  };
};

/** Some fills of those that a school has by number, drawn by a seed. */
const numbered = (seed: number, school: FillSchool, meter: Meter): Pattern[] => {
  const random = mulberry(seed);
  const recipe = {
    school,
    meter,
    beats: meter.numerator,
    uses: backbeatUses(meter, meter.numerator),
    voices: ['highTom', 'middleTom', 'floorTom', 'snare'] as const,
    sticking: 'leading' as const,
    lands: 'crash' as const,
  };
  const most = 5 ** quartersIn(recipe);
  return Array.from({ length: NUMBERED }, (_, index) => ({
    ...generateFill(Math.floor(random() * most), recipe, `n${index}`),
    order: `a${index}`,
  }));
};

export default FillTrainer;
