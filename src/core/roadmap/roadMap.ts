import { type DocumentKind, inOrder, type Operation, placeAt } from '../document';
import type { Problem } from '../result';
import {
  type Feel,
  MOST_PLAYED_BARS,
  type RoadMap,
  roadMapSchema,
  type Section,
  sectionSchema,
  startSchema,
} from './schema';

export const STRAIGHT: Feel = { backbeat: 'normal', swing: null, style: '' };

/** A song of which nothing is known yet but how songs usually start. */
export const blankRoadMap = (): RoadMap => ({
  format: 'ebrant-road-map',
  version: 1,
  start: {
    tempo: { perMinute: 120, unit: 'quarter' },
    meter: { numerator: 4, denominator: 4 },
    countIn: 4,
    pickup: 0,
  },
  sections: {},
});

/** The kind of document that a road map is. */
export const roadMapKind: DocumentKind<RoadMap> = {
  name: 'Road map',
  schema: roadMapSchema,
  singles: { start: startSchema },
  collections: { sections: sectionSchema },
  call: (where, record) => {
    if (where === 'start') return 'Start of the song';
    return record && typeof record.name === 'string'
      ? `Section “${short(record.name)}”`
      : 'Section';
  },
  check: tooLong,
};

/** The sections in the order they are played. */
export const sectionsOf = (map: RoadMap): Section[] => inOrder(map.sections);

/** How many bars go by when the song is played. */
export const playedBars = (map: RoadMap): number =>
  Object.values(map.sections).reduce((sum, { bars, times }) => sum + bars * times, 0);

/** A section like another, or a plain one of eight bars, under a new id and without a place. */
export const newSection = (id: string, like: Partial<Section> = {}): Omit<Section, 'order'> => ({
  kind: 'section',
  name: 'Section',
  bars: 8,
  times: 1,
  tempo: null,
  meter: null,
  feel: STRAIGHT,
  level: { from: 3, to: 3 },
  click: true,
  ...like,
  id,
});

/**
 * The operations that put a section at a place.
 *
 * @param index 0 before all others
 */
export const insertSection = (
  map: RoadMap,
  section: Omit<Section, 'order'>,
  index: number,
): Operation[] => {
  const { order, rekeys } = placeAt('sections', sectionsOf(map), index);
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

function tooLong(map: RoadMap): Problem | undefined {
  const bars = playedBars(map);
  if (bars <= MOST_PLAYED_BARS) return undefined;
  return {
    code: 'invalid',
    place: 'Road map',
    message: `It comes to ${bars} played bars; ${MOST_PLAYED_BARS} is the most. Take some times or bars away.`,
  };
}
