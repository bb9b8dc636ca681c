import { call } from './call';

type Entry = { readonly id: string; readonly title: string; readonly about: string };

/** What can be gone to by its name. */
export type Found = { readonly songs: readonly Entry[]; readonly sets: readonly Entry[] };

/** The songs and sets of a band; none where the server does not answer. */
export const readFound = async (band: string): Promise<Found> => {
  const read = await call<Found>('GET', `/api/bands/${band}/find`);
  return read.ok ? read.value : { songs: [], sets: [] };
};
