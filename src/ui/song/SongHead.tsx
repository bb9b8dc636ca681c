'use client';

import { Button, TextInput } from '@mantine/core';
import { IconHandFinger } from '@tabler/icons-react';
import { type ReactNode, useState } from 'react';
import { fail, type Problem } from '@/core/base/result';
import { beatAfterCount, clock, meterText, type TapTempo } from '@/core/music/time';
import { setStart } from '@/core/song/editing';
import {
  nameSchema,
  parseMeter,
  parseOneTempo,
  parseWhole,
  tempoText,
  usualCountIn,
} from '@/core/song/roadmap';
import type { Timeline } from '@/core/song/timeline';
import { NoteIcon } from '../profile';
import { Cell } from '../shared/Cell';
import { call } from '../shared/call';
import { useSong } from './SongContext';
import classes from './SongHead.module.css';
import { tapWords } from './useTap';

type StartProps = {
  readonly tap: (milliseconds: number) => void;
  readonly tapped: TapTempo | undefined;
};

/** How the song starts, as it is asked for: how fast, in what meter, how it counts in; and its length. */
export const StartFields = ({ tap, tapped }: StartProps) => {
  const { map, timeline, mayEdit, edit } = useSong();
  const { tempo, meter, countIn, pickup } = map.start;
  const setWhole = (field: 'countIn' | 'pickup') => (text: string) =>
    edit(setStart(field, parseWhole(text)), true);
  const setTempo = (text: string) => {
    const read = parseOneTempo(text, tempo.unit);
    if (!read.ok) return read.problem;
    return read.value
      ? edit(setStart('tempo', read.value), true)
      : problem('Type a tempo like 126 or q. 72.');
  };
  const setMeter = (text: string) => {
    const read = parseMeter(text);
    if (!read.ok) return read.problem;
    if (read.value && countIn === usualCountIn(meter))
      return edit(
        [
          {
            type: 'set',
            in: 'start',
            fields: { meter: read.value, countIn: usualCountIn(read.value) },
          },
        ],
        true,
      );
    return read.value
      ? edit(setStart('meter', read.value), true)
      : problem('Type a meter like 4/4 or 7/8 2+2+3.');
  };
  return (
    <div className={classes.start}>
      <Labelled label="Tempo" width={92}>
        <Cell
          label="Tempo of the song"
          value={tempoText({ kind: 'held', ...tempo }, tempo.unit)}
          onText={setTempo}
          readOnly={!mayEdit}
          before={<NoteIcon value={tempo.unit} />}
        />
      </Labelled>
      <Labelled label="Meter" width={88}>
        <Cell
          label="Meter of the song"
          value={meterText(meter)}
          onText={setMeter}
          readOnly={!mayEdit}
        />
      </Labelled>
      <Labelled label="Count-in" width={56} title={countInWords(timeline)}>
        <Cell
          label="Count-in in beats"
          value={String(countIn)}
          onText={setWhole('countIn')}
          readOnly={!mayEdit}
        />
      </Labelled>
      <Labelled label="Pickup" width={56} title={countInWords(timeline)}>
        <Cell
          label="Pickup in beats"
          value={String(pickup)}
          onText={setWhole('pickup')}
          readOnly={!mayEdit}
        />
      </Labelled>
      {mayEdit && (
        <Button
          title="Tap T along with the recording, at least four times"
          size="xs"
          leftSection={<IconHandFinger size={16} />}
          onPointerDown={(event) => tap(event.timeStamp)}
        >
          Tap
        </Button>
      )}
      {tapped && (
        <output className={classes.tapped} data-testid="tapped">
          {tapWords(tapped)}
        </output>
      )}
      <p className={classes.total} data-testid="length">
        <strong>{clock(timeline.seconds)}</strong>
        <span>{timeline.bars.length} bars</span>
      </p>
    </div>
  );
};

const problem = (message: string): Problem | undefined => {
  const failed = fail('invalid', '', message);
  return failed.ok ? undefined : failed.problem;
};

const countInWords = ({ countIn }: Timeline): string => {
  if (countIn.beats === 0) return countIn.pickup > 0 ? 'starts on the pickup' : 'starts on bar 1';
  if (countIn.pickup === 0) return `then bar 1, after ${countIn.seconds.toFixed(1)} s`;
  const gone = (countIn.beats + countIn.pickup) % countIn.meter.numerator;
  if (gone !== 0) return 'then the pickup';
  return `the pickup is on beat ${beatAfterCount(countIn.meter, countIn.beats)}`;
};

const Labelled = ({
  label,
  width,
  title,
  children,
}: {
  readonly label: string;
  readonly width: number;
  readonly title?: string;
  readonly children: ReactNode;
}) => (
  <div className={classes.labelled} style={{ width }} title={title}>
    <span aria-hidden="true">{label}</span>
    {children}
  </div>
);

type TitleProps = { readonly song: string; readonly title: string; readonly mayEdit: boolean };

/** The song's title, saved when it is left. */
export const Title = ({ song, title, mayEdit }: TitleProps) => {
  const [saved, setSaved] = useState(title);
  const [typed, setTyped] = useState(title);
  const [refused, setRefused] = useState<string>();
  const save = async () => {
    if (typed === saved) return;
    const checked = nameSchema('A song').safeParse(typed);
    if (!checked.success) return setRefused(checked.error.issues[0]!.message);
    const called = await call('PATCH', `/api/songs/${song}`, { title: typed });
    setRefused(called.ok ? undefined : called.sentence);
    if (called.ok) setSaved(typed);
  };
  return (
    <div className={classes.title}>
      <TextInput
        aria-label="Title of the song"
        dir="auto"
        value={typed}
        readOnly={!mayEdit}
        aria-invalid={refused !== undefined}
        onChange={({ currentTarget }) => setTyped(currentTarget.value)}
        onBlur={save}
        onKeyDown={(event) => {
          if (event.key === 'Enter') event.currentTarget.blur();
          if (event.key !== 'Escape') return;
          setTyped(saved);
          setRefused(undefined);
        }}
      />
      {refused && <span role="alert">{refused}</span>}
    </div>
  );
};
