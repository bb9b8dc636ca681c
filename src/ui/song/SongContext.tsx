'use client';

import { createContext, useContext } from 'react';
import type { RoadMap } from '@/core/song/roadmap';
import type { Timeline } from '@/core/song/timeline';
import type { Edit } from '../document';

/** The song that the page is about, as it stands now. */
export type Song = {
  readonly map: RoadMap;
  readonly timeline: Timeline;
  readonly edit: Edit;
  readonly mayEdit: boolean;
};

const Context = createContext<Song | undefined>(undefined);

export const SongProvider = Context.Provider;

export const useSong = (): Song => {
  const song = useContext(Context);
  if (!song) throw new Error('A song is asked for outside its page.');
  return song;
};
