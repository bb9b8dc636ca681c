import type { Tempo } from '@/core/music/time';
import type { DetailName, Position } from '@/core/song/roadmap';
import type { MeterAt } from '@/core/song/timeline';

type Around = {
  readonly bars: number;
  /** Bars of a phrase. */
  readonly phrase: number;
  readonly meterAt: MeterAt;
  readonly bpm: Tempo;
};

/** Something that a key puts at the chosen place. */
export type NewMark = {
  readonly key: string;
  readonly label: string;
  readonly help: string;
  readonly where: DetailName;
  readonly fields: (place: Position, around: Around) => object;
};

/** A place in the last bar stays in the last bar when the section grows. */
const anchored = (place: Position, { bars }: Around): Position =>
  place.bar === bars ? { ...place, bar: -1 } : place;

const hit = (key: string, kind: string, help: string): NewMark => ({
  key,
  label: kind.replace('-', ' '),
  help,
  where: 'hits',
  fields: (place, around) => ({ kind, at: anchored(place, around) }),
});

export const NEW_MARKS: readonly NewMark[] = [
  {
    key: 'f',
    label: 'fill',
    help: 'A fill from here to the next bar line, or as long as its pattern lasts',
    where: 'fills',
    fields: (place, around) => ({
      from: anchored(place, around),
      // What answers the band in the middle of a phrase leads to no crash.
      lands: place.bar % around.phrase === 0 || place.bar === around.bars ? 'crash' : 'nothing',
    }),
  },
  hit('h', 'hit', 'Everybody hits here'),
  {
    key: 'a',
    label: 'accent',
    help: 'What the groove plays here is struck harder',
    where: 'hits',
    fields: (place, around) => ({ kind: 'hit', plays: 'accent', at: anchored(place, around) }),
  },
  hit('p', 'push', 'An accent just before the bar line'),
  hit('s', 'stop', 'Everybody stops, to the end of the bar'),
  hit('k', 'choke', 'Catch the cymbal here'),
  hit('n', 'no-crash', 'The crash is held back here'),
  {
    key: 'q',
    label: 'cue',
    help: 'Something to listen for, to watch or to remember',
    where: 'cues',
    fields: (place, around) => ({ kind: 'listen', at: anchored(place, around), words: 'listen' }),
  },
  {
    key: 'g',
    label: 'groove',
    help: 'Another groove from here, or the same in the same manner',
    where: 'grooveChanges',
    fields: (place, around) => ({ at: anchored(place, around), simile: true }),
  },
  {
    key: 'l',
    label: 'level',
    help: 'Louder or softer from here',
    where: 'dynamics',
    fields: (place, around) => ({ at: anchored(place, around), level: { from: 4, to: 4 } }),
  },
  {
    key: 'o',
    label: 'timekeeper',
    help: 'The timekeeper, or another cymbal, from here',
    where: 'dynamics',
    fields: (place, around) => ({ at: anchored(place, around), timekeeper: 'open' }),
  },
  {
    key: 'd',
    label: 'fermata',
    help: 'Time stands still just before this place',
    where: 'fermatas',
    fields: (place, around) => ({ at: anchored(place, around), seconds: 3 }),
  },
  {
    key: 'm',
    label: 'meter or tempo',
    help: 'Another meter or tempo from this bar on',
    where: 'timeChanges',
    fields: ({ bar }, { bpm }) => ({ bar, tempo: { kind: 'held', ...bpm } }),
  },
];
