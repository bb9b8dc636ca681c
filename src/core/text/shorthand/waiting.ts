import { fail } from '../../base/result';
import { parsePosition, roadMapKind } from '../../song/roadmap';
import {
  compile,
  type MeterAt,
  placeInSection,
  type Timeline,
  writtenMeters,
} from '../../song/timeline';
import { readClick } from './clicks';
import { type Draft, insert, named, refuse } from './draft';
import { type ReadDetail, readDetail } from './readDetail';
import { type Piece, trimmed } from './text';

/** Details: first the changes of meter, by which the beats of the others are counted. */
export const readWaiting = (draft: Draft): void => {
  const isTimeChange = ({ piece }: { piece: Piece }) => /^\s*bar\s/i.test(piece.text);
  for (const timeChanges of [true, false]) {
    const meters = writtenMeters(draft.map);
    const placeIn = placesIn(draft);
    for (const { section, piece, line } of draft.waiting) {
      if (isTimeChange({ piece }) !== timeChanges) continue;
      const click = CLICK.exec(piece.text);
      if (click) {
        readClickOf(draft, section, { ...piece, text: click[1]! }, piece, line);
        continue;
      }
      const meterAt = meters.get(section) ?? (() => draft.map.start.meter);
      const read = readDetail(piece, {
        unit: draft.map.start.tempo.unit,
        placeAt: placeIn(section, meterAt),
      });
      if (read.ok) insertDetail(draft, section, read.value, line, piece);
      else refuse(draft, line, read.at ?? trimmed(piece), read.problem.message);
    }
  }
};

const CLICK = /^\s*click\s(.*)$/is;

const readClickOf = (
  draft: Draft,
  section: string,
  { text }: Piece,
  piece: Piece,
  line: number,
): void => {
  const column = piece.column + piece.text.length - text.length;
  const read = readClick({ text, column });
  if (!read.ok) {
    refuse(draft, line, read.at ?? trimmed(piece), read.problem.message);
    return;
  }
  const sections = draft.map.sections as Record<string, object>;
  sections[section] = { ...sections[section], clickSettings: read.value };
};

/** Only where a place is given by the song is the song laid out, as far as it is read. */
const placesIn = (draft: Draft) => {
  const { map } = draft;
  let timeline: Timeline | undefined;
  return (section: string, meterAt: MeterAt) => (text: string) => {
    if (!/^song |:/.test(text)) return parsePosition(text, meterAt);
    timeline ??= roadMapKind.check(map) ? undefined : compile(map);
    if (!timeline) return fail('invalid', 'Place', 'Type the place by its section, like 7.3.');
    return placeInSection(text, { timeline, section, meterAt, offset: map.start.recording });
  };
};

const insertDetail = (
  draft: Draft,
  section: string,
  { where, fields, said, pattern, named: at }: ReadDetail,
  line: number,
  piece: Piece,
): void => {
  const id = draft.newId(where);
  const groove = pattern ?? said?.groove;
  const field = where === 'fills' || where === 'hits' ? 'pattern' : 'groove';
  const placeOf = (key: string) => at?.get(key) ?? piece;
  const record = {
    ...fields,
    ...(said?.part && { part: named(draft, 'parts', said.part, line, placeOf('part')) }),
    ...(groove && {
      [field]: named(draft, 'patterns', groove, line, placeOf(pattern ? 'pattern' : 'groove')),
    }),
    id,
    section,
  };
  insert(draft, where, record, line, piece);
};
