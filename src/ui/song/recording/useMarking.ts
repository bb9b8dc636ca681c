'use client';

import { type RefObject, useCallback, useEffect, useRef, useState } from 'react';
import type { Operation } from '@/core/base/document';
import { snapped } from '@/core/listening';
import { exactClock, seconds } from '@/core/music/time';
import {
  checkHere,
  fillHere,
  keepTaps,
  markSection,
  moveMark,
  setStart,
} from '@/core/song/editing';
import { useCommands } from '../../shared/commands';
import { newId } from '../../shared/newId';
import { useControls } from '../../transport';
import { useSong } from '../SongContext';
import type { HeardHere } from './useHeard';

/** Names that a key gives, in the order of the keys. */
export const NAMES = [
  'Intro',
  'Verse',
  'Pre-chorus',
  'Chorus',
  'Bridge',
  'Solo',
  'Break',
  'Outro',
] as const;

type Options = {
  /** Where the recording begins in what is played, in seconds. */
  readonly start: number;
  /** Where it stands while nothing plays, in seconds of the recording. */
  readonly at: number;
  readonly onTap: (tap: ((milliseconds: number) => void) | undefined) => void;
};

/** After silence of so long (ms) a run of taps is kept. */
const RUN_ENDS = 1200;
/** It is played again from so long (s) before. */
const AGAIN = 1;

/** What keys do while the recording plays: marks, taps, fills, places to check. */
export const useMarking = ({ heard, grid }: HeardHere, { start, at, onTap }: Options) => {
  const { map, timeline, edit, mayEdit } = useSong();
  const { playFrom } = useControls();
  const here = useHere(start, at);
  const [said, setSaid] = useState('');

  /** What is marked is marked in this recording: other copies are known by its fingerprint from now on. */
  const editHere = (operations: readonly Operation[]) => {
    const { fingerprint } = heard;
    const known = map.start.fingerprint !== null || !fingerprint;
    return edit([...operations, ...(known ? [] : setStart('fingerprint', fingerprint))], true);
  };
  const doOrSay = (operations: readonly Operation[], says: string) => {
    const problem = editHere(operations);
    setSaid(problem ? problem.message : says);
  };
  const mark = (name: string | undefined) => {
    const place = snapped(here(), grid);
    const { id, operations } = markSection(map, place.time, name, newId);
    doOrSay(operations, begins(map.sections[id]?.name ?? name ?? 'A section', place));
  };
  const move = (id: string, wanted: number) => {
    const place = snapped(wanted, grid);
    doOrSay(moveMark(map, id, place.time), begins(map.sections[id]!.name, place));
  };
  const first = () => {
    const place = snapped(here(), grid);
    doOrSay(
      keepTaps(map, [place.time], true, newId),
      `A bar begins at ${tenths(place.time)}${moved(place)}.`,
    );
  };
  const inBar = (operationsAt: typeof checkHere, says: string) => {
    const operations = operationsAt(map, timeline, here(), newId);
    if (operations.length > 0) doOrSay(operations, says);
    else setSaid('The map has no bar there yet: mark a section before it.');
  };
  const check = () => inBar(checkHere, 'Noted, to be checked by ear.');
  const fill = () => inBar(fillHere, 'A fill begins here, up to the bar line.');
  const again = () => playFrom(seconds(Math.max(0, start + here() - AGAIN)));

  const keep = (run: readonly number[]) => {
    doOrSay(
      keepTaps(map, run, false, newId),
      `${run.length} ${run.length === 1 ? 'tap' : 'taps'} kept from ${tenths(run[0]!)} on.`,
    );
  };
  useTaps({ here, keep, onTap });

  useCommands([
    { id: 'again', label: 'Play again from a second before', keys: 'Y', run: again },
    ...(mayEdit
      ? [
          {
            id: 'mark-next',
            label: 'The next section begins here',
            keys: '0',
            run: () => mark(undefined),
          },
          ...NAMES.map((name, index) => ({
            id: `mark-${name}`,
            label: `${name} begins here`,
            keys: String(index + 1),
            run: () => mark(name),
          })),
          { id: 'check', label: 'Check this place by ear later', keys: '9', run: check },
          { id: 'first-beat', label: 'This is the first beat of a bar', keys: 'E', run: first },
          { id: 'fill-here', label: 'A fill begins here', keys: 'X', run: fill },
        ]
      : []),
  ]);
  return { said, mark, move, check, first, fill, again, editHere };
};

/** Where it sounds now, in seconds of the recording; where it stands, while nothing plays. */
const useHere = (start: number, at: number) => {
  const { follow, state } = useControls();
  const last = useRef<{ readonly time: number; readonly at: number }>(undefined);
  useEffect(
    () =>
      follow((now) => {
        last.current = now && { time: now.place - start, at: performance.now() };
      }),
    [follow, start],
  );
  return useCallback(
    (milliseconds = performance.now()) =>
      last.current
        ? last.current.time + ((milliseconds - last.current.at) / 1000) * state().rate
        : at,
    [at, state],
  );
};

type Taps = {
  readonly here: (milliseconds: number) => number;
  readonly keep: (run: readonly number[]) => void;
  readonly onTap: Options['onTap'];
};

/** Gathers taps until a pause, and keeps them as one run: undone as one, too. */
const useTaps = ({ here, keep, onTap }: Taps) => {
  const run = useRef<number[]>([]);
  const kept: RefObject<Taps['keep']> = useRef(keep);
  kept.current = keep;
  useEffect(() => {
    let pause: ReturnType<typeof setTimeout>;
    const end = () => {
      if (run.current.length > 0) kept.current(run.current);
      run.current = [];
    };
    onTap((milliseconds) => {
      clearTimeout(pause);
      const time = Math.max(0, here(milliseconds));
      // Played again from before: what was tapped there is a run of its own.
      if (time < (run.current.at(-1) ?? 0)) end();
      run.current.push(time);
      pause = setTimeout(end, RUN_ENDS);
    });
    return () => {
      clearTimeout(pause);
      end();
      onTap(undefined);
    };
  }, [here, onTap]);
};

type Snapped = ReturnType<typeof snapped>;

const tenths = (time: number): string => exactClock(Math.round(time * 100) / 100);

const moved = ({ by }: Snapped): string =>
  by === 0 ? '' : `, moved by ${String(Math.round(by * 1000)).replace('-', '−')} ms to the beat`;

const begins = (name: string, place: Snapped): string =>
  `${name} begins at ${tenths(place.time)}${moved(place)}.`;
