'use client';

import { useMemo } from 'react';
import { stretchOf, tempoOfBar } from '@/core/practice/rounds';
import type { PlacedSong } from '@/core/song/set';
import type { Passage } from '@/core/song/timeline';
import { useSong } from '../SongContext';
import type { PracticeSettings } from './settings';

/** Which bars are practised: those of a section, or others that are asked for while it is chosen. */
export const usePassage = (
  song: PlacedSong,
  selected: string | undefined,
  { around, bars: asked }: PracticeSettings,
) => {
  const { map, timeline } = useSong();
  const passages = useMemo(
    () => timeline.passages.filter((one, index, all) => firstOf(all, one.section) === index),
    [timeline],
  );
  const passage = passages.find(({ section }) => section === selected) ?? passages[0];
  const lastBar = timeline.bars.at(-1)?.played ?? 1;
  const own = asked && asked.of === passage?.section ? asked : undefined;
  const first = Math.min(own?.first ?? passage?.firstPlayed ?? 1, lastBar);
  const last = Math.min(
    own?.last ?? (passage ? passage.firstPlayed + passage.bars - 1 : 1),
    lastBar,
  );
  const bars = useMemo(() => ({ first, last: Math.max(first, last) }), [first, last]);
  return {
    passages,
    passage,
    bars,
    goal: own?.goal ?? '',
    firstBar: timeline.bars[0]?.played ?? 1,
    lastBar,
    around,
    stretch: useMemo(
      () => stretchOf(song, bars, around.before, around.after),
      [song, bars, around],
    ),
    /** The tempo that it is written in, in beats a minute, to a tenth. */
    written: tempoOfBar(map, timeline, first),
  };
};

export type PassageHere = ReturnType<typeof usePassage>;

const firstOf = (passages: readonly Passage[], section: string): number =>
  passages.findIndex((one) => one.section === section);
