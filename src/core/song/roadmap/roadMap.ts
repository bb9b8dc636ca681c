import { type DocumentKind, type Operation, placeAt } from '../../base/document';
import type { Problem } from '../../base/result';
import { clickSettingsSchema, NO_OVERRIDES } from '../../music/click';
import type { Meter } from '../../music/time';
import {
  collectionFor,
  formOf,
  isSane,
  nestedTooDeep,
  passesOfSong,
  siblingsIn,
  unroll,
  writtenOrder,
} from './form';
import { detailsBySection, NO_DETAILS, onPass, resolve } from './resolve';
import {
  COLLECTIONS,
  type CollectionName,
  type RoadMap,
  roadMapSchema,
  type Section,
  startSchema,
} from './schema';
import { DEEPEST, MOST_PLAYED_BARS } from './values';

/**
 * The count-in that is usual for a meter: a bar of it, two of a bar of two beats (common practice).
 *
 * @example usualCountIn({ numerator: 6 }) // => 6
 * @example usualCountIn({ numerator: 2 }) // => 4
 */
export const usualCountIn = ({ numerator }: Pick<Meter, 'numerator'>): number =>
  numerator <= 2 ? 4 : numerator;

/** A song of which nothing is known yet but how songs usually start. */
export const blankRoadMap = (): RoadMap => ({
  format: 'ebrant-road-map',
  version: 1,
  start: {
    tempo: { perMinute: 120, unit: 'quarter' },
    meter: { numerator: 4, denominator: 4 },
    countIn: 4,
    pickup: 0,
    recording: 0,
    recordingEnd: null,
    fingerprint: null,
    firstBar: 1,
    notes: '',
  },
  click: NO_OVERRIDES,
  ...(Object.fromEntries(Object.keys(COLLECTIONS).map((name) => [name, {}])) as unknown as Pick<
    RoadMap,
    CollectionName
  >),
});

const CALLED: Readonly<Record<string, string>> = {
  patterns: 'Pattern',
  parts: 'Part',
  sections: 'Section',
  repeats: 'Repeat',
  endings: 'Ending',
  fills: 'Fill',
  hits: 'Hit',
  grooveChanges: 'Change of groove',
  dynamics: 'Change of level or timekeeper',
  cues: 'Cue',
  fermatas: 'Fermata',
  timeChanges: 'Change of meter or tempo',
  variations: 'Difference by pass',
  taps: 'Tap',
  dismissed: 'Remark',
};

/** The kind of document that a road map is. */
export const roadMapKind: DocumentKind<RoadMap> = {
  name: 'Road map',
  schema: roadMapSchema as unknown as DocumentKind<RoadMap>['schema'],
  singles: { start: startSchema, click: clickSettingsSchema },
  collections: COLLECTIONS,
  call: (where, record) => {
    if (where === 'start') return 'Start of the song';
    if (where === 'click') return 'Click of the song';
    const called = CALLED[where] ?? where;
    const name = record?.name ?? record?.words;
    return typeof name === 'string' && name.trim() ? `${called} “${short(name)}”` : called;
  },
  check,
};

/** The sections in the order they are written. */
export const sectionsOf = (map: RoadMap): Section[] => writtenOrder(formOf(map));

/** How many bars go by when the song is played; infinite where nobody could count them. */
export const playedBars = (map: RoadMap): number => {
  const form = formOf(map);
  if (!isSane(passesOfSong(form))) return Number.POSITIVE_INFINITY;
  const details = detailsBySection(map);
  return unroll(form).reduce((sum, { section, pass, of }) => {
    const { variations } = details.get(section.id) ?? NO_DETAILS;
    return sum + resolve(map, section, onPass(variations, pass, of)).bars;
  }, 0);
};

/** A section like another, or a plain one of eight bars, under a new id and without a place. */
export const newSection = (id: string, like: Partial<Section> = {}): Omit<Section, 'order'> => ({
  kind: 'section',
  within: null,
  name: 'Section',
  part: null,
  bars: 8,
  phrase: null,
  times: 1,
  tempo: null,
  meter: null,
  feel: null,
  level: null,
  timekeeper: null,
  sticks: null,
  snares: null,
  groove: null,
  click: true,
  clickSettings: null,
  tacet: false,
  vamp: null,
  inRecording: null,
  notes: '',
  ...like,
  id,
});

/**
 * The operations that put a section at a place among those it stands with.
 *
 * @param index 0 before all others within the same repeat, ending or song
 */
export const insertSection = (
  map: RoadMap,
  section: Omit<Section, 'order'>,
  index: number,
): Operation[] => {
  const { order, rekeys } = placeAt(collectionFor, siblingsIn(map, section.within), index);
  return [
    ...rekeys,
    { type: 'insert', in: 'sections', id: section.id, value: { ...section, order } },
  ];
};

/** A name cut for use in a sentence. */
const short = (name: string): string => {
  const letters = [...name];
  return letters.length > 40 ? `${letters.slice(0, 39).join('')}…` : name;
};

function check(map: RoadMap): Problem | undefined {
  const problem = (message: string): Problem => ({ code: 'invalid', place: 'Road map', message });
  if (nestedTooDeep(map))
    return problem(`Repeats stand at most ${DEEPEST} deep, and never in themselves.`);
  const bars = playedBars(map);
  if (bars <= MOST_PLAYED_BARS) return undefined;
  const count = Number.isFinite(bars) ? `${bars} played bars` : 'more bars than can be played';
  return problem(
    `It comes to ${count}; ${MOST_PLAYED_BARS} is the most. Take some times or bars away.`,
  );
}
