import { firstOrders } from '../../base/document';
import { LONGEST_NAME } from '../../base/fields';
import { cutText } from '../../base/plainText';
import {
  blankRoadMap,
  COLLECTIONS,
  type CollectionName,
  newSection,
  type RoadMap,
  type TempoChange,
  usualCountIn,
} from '../../song/roadmap';
import type { Fact } from './fact';
import type { PastedSection } from './line';
import type { PastedLine } from './pasted';

/** What to do with a line; `first` and `second` are its readings. */
export type Decision = 'first' | 'second' | 'leave out' | 'section' | 'cue';

/** What is done with a line that nothing was decided of. */
export const usualDecision = ({ status }: PastedLine): Decision =>
  status === 'not understood' ? 'leave out' : 'first';

/**
 * The road map that pasted lines come to. What was not understood in a section’s line is kept as a
 * cue; a line may be read in its second way, left out, or be a section of its own name or a cue of the
 * section above.
 *
 * @param decisions by line number; see `usualDecision`
 */
export const mapFromPasted = (
  lines: readonly PastedLine[],
  decisions: ReadonlyMap<number, Decision>,
  newId: () => string,
): RoadMap => {
  const blank = blankRoadMap();
  const drafts: { section: PastedSection; cues: string[] }[] = [];
  let song: Fact = {};
  for (const line of lines) {
    const decision = decisions.get(line.line) ?? usualDecision(line);
    const said = decision === 'first' ? line : decision === 'second' ? line.second : undefined;
    song = { ...said?.song, ...song };
    for (const section of said?.sections ?? [])
      drafts.push({ section, cues: section.words ? [section.words] : [] });
    const words = cutText(line.text, LONGEST_NAME);
    if (decision === 'section') drafts.push({ section: { name: words, words: '' }, cues: [] });
    if (decision === 'cue') drafts.at(-1)?.cues.push(words);
  }
  const start = {
    ...blank.start,
    ...(song.tempo && { tempo: song.tempo }),
    ...(song.meter && { meter: song.meter, countIn: usualCountIn(song.meter) }),
    ...(song.countIn !== undefined && song.countIn <= 64 && { countIn: song.countIn }),
  };
  const records: Record<string, Record<string, unknown>> = {
    sections: {},
    cues: {},
    fills: {},
    fermatas: {},
  };
  const put = (where: CollectionName, record: { readonly id: string }) => {
    const parsed = COLLECTIONS[where].safeParse(record);
    if (parsed.success) records[where]![record.id] = parsed.data;
  };
  const orders = firstOrders(drafts.length);
  drafts.forEach(({ section, cues }, index) => {
    const id = newId();
    put('sections', { ...asSection(id, section, start.tempo), order: orders[index]! } as never);
    for (const words of cues) {
      put('cues', {
        id: newId(),
        section: id,
        kind: 'remember',
        at: { bar: 1, ticks: 0 },
        words: cutText(words, LONGEST_NAME),
      } as never);
    }
    if (section.fill) {
      const name = section.fill.toLowerCase() === 'fill' ? '' : section.fill;
      put('fills', { id: newId(), section: id, from: { bar: -1, ticks: 0 }, name } as never);
    }
    if (section.hold) put('fermatas', { id: newId(), section: id, seconds: section.hold } as never);
  });
  return { ...blank, start, ...records } as RoadMap;
};

const asSection = (id: string, section: PastedSection, tempo: RoadMap['start']['tempo']) =>
  newSection(id, {
    name: cutText(section.name, LONGEST_NAME),
    bars: within(section.bars ?? 8, 2000),
    times: within(section.times ?? 1, 200),
    level: section.level ?? null,
    feel: section.feel ?? null,
    timekeeper: section.timekeeper ?? null,
    meter: section.meter ?? null,
    tempo: tempoOf(section, tempo),
    tacet: section.tacet ?? false,
    vamp: section.vamp ?? null,
    inRecording: section.inRecording ?? null,
  });

const within = (count: number, most: number): number => Math.min(most, Math.max(1, count));

const tempoOf = (section: PastedSection, song: RoadMap['start']['tempo']): TempoChange | null => {
  const { tempo, ramp } = section;
  if (ramp) {
    const from = tempo ?? song;
    const to = Math.round(from.perMinute * (ramp === 'slower' ? 0.8 : 1.2));
    return {
      kind: 'ramp',
      shape: 'even-per-beat',
      from: null,
      to: Math.min(400, Math.max(20, to)),
      unit: from.unit,
    };
  }
  return tempo ? { kind: 'held', ...tempo } : null;
};
