'use client';

import { useEffect, useMemo, useState } from 'react';
import {
  factsOf,
  type LimbLoad,
  remarksOnSet,
  type SetRemark,
  type SongFacts,
} from '@/core/advice/setlist';
import type { Layout } from '@/core/music/kit';
import type { SongInSet, SongSet } from '@/core/song/set';
import type { Timeline } from '@/core/song/timeline';
import { ask } from './judge';

type Loads = ReadonlyMap<Timeline, readonly LimbLoad[]>;

export type Judgement = {
  /** What each song asks of its neighbours, in order. */
  readonly songs: readonly SongFacts[];
  readonly remarks: readonly SetRemark[];
};

/**
 * What there is to say about a set. What the limbs play takes a moment: until it is there the rest is said.
 *
 * @param joined its songs as it plays them
 * @param total the set's time in seconds
 */
export const useJudgement = (
  set: SongSet,
  joined: readonly SongInSet[],
  total: number,
  layout: Layout,
): Judgement => {
  const loads = useLoads(joined, layout);
  const songs = useMemo(
    () => joined.flatMap((song) => factsOf(song, loads.get(song.timeline)) ?? []),
    [joined, loads],
  );
  const { slotMinutes } = set.heading;
  const { dismissed } = set;
  const remarks = useMemo(
    () =>
      remarksOnSet({
        songs,
        seconds: total,
        slot: slotMinutes === null ? undefined : slotMinutes * 60,
        dismissed: new Set(Object.keys(dismissed)),
      }),
    [songs, total, slotMinutes, dismissed],
  );
  return { songs, remarks };
};

/** Asked once nothing has changed for so long (ms). */
const SETTLED = 600;

const NONE: Loads = new Map();

/** What each limb plays in each song; only what has changed is asked for. */
const useLoads = (joined: readonly SongInSet[], layout: Layout): Loads => {
  const [known, setKnown] = useState({ layout, loads: NONE });
  const loads = known.layout === layout ? known.loads : NONE;
  useEffect(() => {
    const songs = joined.filter(
      ({ map, timeline }) => !loads.has(timeline) && Object.keys(map.patterns).length > 0,
    );
    if (songs.length === 0) return;
    const question = {
      of: 'loads',
      songs: songs.map(({ map, timeline }) => ({ map, timeline })),
      layout,
    } as const;
    let stop: (() => void) | undefined;
    const timer = setTimeout(() => {
      stop = ask(question, (answers) => {
        const kept = joined.flatMap(({ timeline }): [Timeline, readonly LimbLoad[]][] => {
          const load = loads.get(timeline);
          return load ? [[timeline, load]] : [];
        });
        const found = songs.map(({ timeline }, index): [Timeline, readonly LimbLoad[]] => [
          timeline,
          answers[index] ?? [],
        ]);
        setKnown({ layout, loads: new Map([...kept, ...found]) });
      });
    }, SETTLED);
    return () => {
      clearTimeout(timer);
      stop?.();
    };
  }, [joined, layout, loads]);
  return loads;
};
