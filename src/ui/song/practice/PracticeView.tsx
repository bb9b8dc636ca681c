'use client';

import { Anchor, Button, Group, Stack, Text, useComputedColorScheme } from '@mantine/core';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useCallback, useEffect, useMemo, useRef } from 'react';
import { plural } from '@/core/base/words';
import type { Layout } from '@/core/music/kit';
import { perform } from '@/core/playing/performance';
import type { Loop } from '@/core/playing/transport';
import { barNumberAt, clicksOf, type Ladder, notesOf } from '@/core/practice/rounds';
import type { Program } from '@/core/song/set';
import { Sound, type useListening } from '../../kit/Sound';
import { useCommands } from '../../shared/commands';
import { newId } from '../../shared/newId';
import { orNothing } from '../../shared/orNothing';
import { PlayButton, useControls } from '../../transport';
import { useSong } from '../SongContext';
import { LearnKey } from './LearnKey';
import { Log } from './Log';
import classes from './Practice.module.css';
import { PracticeFields } from './PracticeFields';
import { Rounds } from './Rounds';
import type { PracticeSettings } from './settings';
import { useInputs } from './useInputs';
import { useLateness } from './useLateness';
import { usePassage } from './usePassage';
import { usePause } from './usePause';
import { ratesOf, usePractice } from './usePractice';
import { usePracticeLog } from './usePracticeLog';

const StrokesChart = dynamic(() => orNothing(import('./StrokesChart')), { ssr: false });

type Props = {
  readonly band: string;
  /** The id of the song’s arrangement. */
  readonly document: string;
  readonly program: Program;
  readonly layout: Layout;
  /** The section that is chosen on the page. */
  readonly selected: string | undefined;
  readonly onSelect: (section: string | undefined) => void;
  /** Is told what Space plays. */
  readonly onLoop: (loop: Loop | undefined) => void;
  readonly settings: PracticeSettings;
  readonly onSettings: (settings: PracticeSettings) => void;
  /** What of the drums is heard. */
  readonly heard: ReturnType<typeof useListening>;
  readonly onTap: (tap: ((milliseconds: number) => void) | undefined) => void;
};

/** How much slower than written a ladder begins, and how much faster it gets, unless somebody says so. */
const BEGINS = 0.7;
const STEP = 4;
const ROUNDS = 8;

/** A passage round after round, faster as it gets clean, and how its strokes lay. */
const PracticeView = (props: Props) => {
  const { program, layout, selected, onSelect, onLoop, onTap } = props;
  const { map, timeline } = useSong();
  const { toggle, stop } = useControls();
  const { settings, onSettings } = props;
  const { ladder: asked } = settings;
  const put = (next: Partial<PracticeSettings>) => onSettings({ ...settings, ...next });
  const song = program.songs[0]!;
  const here = usePassage(song, selected, settings);
  const { passage, bars, stretch, written } = here;
  const { inputs, strike } = useInputs(onTap);
  const input = inputs.find(({ id }) => id === settings.input);
  const ladder = useMemo(
    (): Ladder => ({
      kind: 'up',
      from: Math.round(written * BEGINS),
      to: written,
      step: STEP,
      rounds: ROUNDS,
      trusts: input === undefined,
      ...asked,
    }),
    [written, asked, input],
  );
  const loop = useMemo(
    (): Loop => ({
      ...stretch,
      name: `bars ${bars.first} to ${bars.last}`,
      rates: ratesOf(ladder, written),
    }),
    [stretch, bars, ladder, written],
  );
  useEffect(() => onLoop(loop), [loop, onLoop]);
  useEffect(() => () => onLoop(undefined), [onLoop]);
  const notes = useMemo(
    () => notesOf(song, perform(map, timeline, layout)),
    [map, timeline, layout, song],
  );
  const clicks = useMemo(() => clicksOf(song), [song]);
  const lateness = useLateness({ loop, clicks, input, onOver: stop });
  const { measuring } = lateness;
  const scheme = useComputedColorScheme();
  const log = usePracticeLog(props.document);
  const { keep } = log;
  const practice = usePractice({
    loop,
    ladder,
    written,
    notes,
    clicks,
    // What is played along with the click to measure a device is no practice.
    input: measuring ? undefined : input,
    late: lateness.late / 1000,
    onEnd: (outcome, took) =>
      !measuring &&
      void keep({
        ...outcome,
        ...bars,
        goal: here.goal,
        id: newId(),
        passage: passage?.name ?? '',
        seconds: took,
      }),
  });
  const { runs } = practice;
  // Whoever looks elsewhere has stopped: the run is in the log.
  const leave = useRef(() => {});
  leave.current = () => runs && stop();
  useEffect(() => () => leave.current(), []);
  const isPauseDue = usePause(runs);
  const { perMinute, next, current, rung, judge } = practice;
  useCommands([
    { id: 'clean', label: 'This round is clean', keys: '1', run: () => judge('clean') },
    { id: 'broken', label: 'This round is not clean', keys: '2', run: () => judge('broken') },
  ]);
  const met = practice.rounds.at(-1)?.met ?? [];
  const barAt = useCallback((place: number) => barNumberAt(song, place), [song]);
  if (!passage)
    return <Text py="sm">There are no bars to practise yet: write the song’s sections first.</Text>;
  return (
    <Stack gap="md" pt="xs" className={classes.view}>
      <PracticeFields
        here={here}
        onSelect={(section) => {
          // Its tempo is another: from and to are asked for anew.
          const { from: _, to: __, ...rest } = asked;
          put({ ladder: rest });
          onSelect(section);
        }}
        onOther={() => runs && stop()}
        onBars={(bars) => passage && put({ bars: { ...bars, of: passage.section } })}
        onAround={(around) => put({ around })}
        ladder={ladder}
        onLadder={(next) => put({ ladder: { ...asked, ...next } })}
        inputs={inputs}
        input={input}
        onInput={(next) => put({ input: next?.id })}
        lateness={lateness}
        onMeasure={() => {
          lateness.measure();
          if (!runs) toggle();
        }}
      />
      {lateness.words && <Text role="status">{lateness.words}</Text>}
      {isPauseDue && (
        <Text role="status" fw={600}>
          You have played for 25 minutes: put the sticks down for five.
        </Text>
      )}
      {practice.problem && <Text role="alert">{practice.problem}</Text>}
      {input && practice.unknownKey !== undefined && (
        <LearnKey kit={input.id} unknownKey={practice.unknownKey} onLearnt={practice.onLearnt} />
      )}
      {practice.rounds.at(-1)?.isClick && (
        <Text role="alert">
          The microphone hears the click, not you: let the click come from headphones.
        </Text>
      )}
      <Group gap="xl" align="center">
        <div className={classes.now}>
          <span className={classes.tempo} data-testid="tempo">
            {perMinute}
          </span>
          <span data-testid="rung">
            of {ladder.to}
            {runs &&
              (rung.isDone
                ? `: clean for ${plural(rung.clean, 'round')}`
                : `, clean ${rung.clean} of ${ladder.rounds}`)}
            <br />
            {current === undefined
              ? 'Space plays it round after round'
              : `round ${current + 1}${next === undefined ? '' : `, then ${next}`}`}
          </span>
        </div>
        <PlayButton runs={runs} label="Practise" onToggle={() => toggle()} />
        <Button size="lg" variant="default" disabled={!runs} onClick={() => judge('clean')}>
          1 Clean
        </Button>
        <Button size="lg" variant="default" disabled={!runs} onClick={() => judge('broken')}>
          2 Not clean
        </Button>
      </Group>
      <Text size="sm" className={classes.quiet}>
        What is said of a round, or measured by its end, decides the tempo of the next. Warm up
        first, and stop when it hurts; more under{' '}
        <Anchor component={Link} underline="always" href={`/${props.band}/guide#care`}>
          ears and arms
        </Anchor>
        . What comes next stands in{' '}
        <Anchor component={Link} underline="always" href={`/${props.band}/practise`}>
          the plan
        </Anchor>
        .
      </Text>
      {input?.id === 'pad' && (
        // It strikes as it is touched, not as it is let go.
        <Button
          size="xl"
          h={120}
          maw={420}
          variant="default"
          className={classes.pad}
          onPointerDown={({ timeStamp }) => strike(timeStamp)}
        >
          Strike here
        </Button>
      )}
      {met.length > 0 && (
        <section className={classes.strokes}>
          <Text fw={600}>The strokes of round {practice.rounds.length}</Text>
          <StrokesChart key={scheme} met={met} barAt={barAt} />
        </section>
      )}
      <Rounds rounds={practice.rounds} error={input?.error ?? 0} />
      <div className={classes.heard}>
        <Sound {...props.heard} />
      </div>
      <Log {...log} />
    </Stack>
  );
};

export default PracticeView;
