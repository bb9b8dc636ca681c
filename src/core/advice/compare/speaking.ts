import {
  DETAILS,
  type DetailName,
  detailsBySection,
  NO_DETAILS,
  type RoadMap,
  type Section,
} from '../../song/roadmap';
import { type MeterAt, writtenMeters } from '../../song/timeline';
import { detailText, namesIn, saidOf, saidText } from '../../text/shorthand';

/** How what stands in one map is said. */
export type Speaking = {
  readonly whole: (section: Section) => string;
  readonly items: (section: Section) => string[];
  readonly details: (section: Section) => string[];
  /** One detail of a section: `the fill at last.3 “toms”`. */
  readonly detail: <Name extends DetailName>(
    section: Section,
    name: Name,
    detail: RoadMap[Name][string],
  ) => string;
};

export const speaking = (map: RoadMap): Speaking => {
  const details = detailsBySection(map);
  const meters = writtenMeters(map);
  const unit = map.start.tempo.unit;
  const context = (section: Section) => ({
    meterAt: meters.get(section.id) ?? ((() => map.start.meter) as MeterAt),
    unit,
    nameOf: namesIn(map),
  });
  const items = (section: Section) =>
    saidText(
      {
        ...saidOf(section, namesIn(map)),
        ...(section.tacet && { tacet: true }),
        ...(!section.click && { click: false }),
      },
      unit,
    );
  const detail: Speaking['detail'] = (section, name, one) =>
    plain(name, detailText(name, one, context(section)));
  return {
    items,
    detail,
    whole: (section) => items(section).join(', ') || 'as its part',
    details: (section) => {
      const own = details.get(section.id) ?? NO_DETAILS;
      return (Object.keys(DETAILS) as DetailName[]).flatMap((name) =>
        own[name].map((one) => detail(section, name, one)),
      );
    },
  };
};

/** A detail as it is typed, in the words of a sentence: `the cue at 9.1 “accordion run”`. */
const plain = (name: DetailName, typed: string): string => {
  if (name === 'variations' || name === 'timeChanges') return typed.replace(/^pass /, 'on pass ');
  const words = typed.replace(/"((?:[^"\\]|\\.)*)"/g, '“$1”').replace(/ warn \d+ \w+/, '');
  if (name === 'dynamics' || name === 'grooveChanges') return words;
  const [kind = '', place = '', ...rest] = words.split(' ');
  const said = name === 'cues' ? rest.slice(1) : rest;
  return ['the', kind.replace('-', ' '), 'at', place, ...said].join(' ').replace(/ check$/, '');
};
