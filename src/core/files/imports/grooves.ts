import { LONGEST_NAME } from '../../base/fields';
import { cutText } from '../../base/plainText';
import {
  gridFor,
  newPattern,
  type Pattern,
  type Stroke,
  VOICES,
  type VoiceId,
} from '../../music/kit';
import { barTicks, type Meter, meterText, TICKS_PER_QUARTER } from '../../music/time';

/** A stroke of a file, in our ticks from its beginning. */
export type Hit = { readonly ticks: number; readonly key: number; readonly velocity: number };

/** Places are taken for the nearest twenty-fourth of a quarter: thirty-seconds and triplets of sixteenths. */
const STEP = TICKS_PER_QUARTER / 24;
/** A groove is what is played in this share of a section’s bars. */
const SHARE = 0.5;
/** Lengths of grooves that are tried, in bars. */
const LENGTHS = [1, 2, 4] as const;
const GHOST = 45;
const ACCENT = 118;

/** Other General MIDI Level 1 keys for what a kit has (from memory). */
const OTHER_KEYS: Readonly<Record<number, VoiceId>> = {
  35: 'bass',
  45: 'floorTom',
  48: 'highTom',
};

/** Who is struck how by a key. */
const STRUCK = new Map<number, { voice: VoiceId; how: string | undefined }>([
  ...Object.entries(OTHER_KEYS).map(
    ([key, voice]) => [Number(key), { voice, how: undefined }] as const,
  ),
  // An open hat shares its key with others: it is the likeliest of them.
  ...[...VOICES]
    .reverse()
    .flatMap(({ id, articulations }) =>
      articulations.map(
        ({ key, id: how }, index) =>
          [key, { voice: id, how: index === 0 ? undefined : how }] as const,
      ),
    ),
]);

type Section = { readonly from: number; readonly name: string };

/** A stroke of a bar, written so that bars can be compared. */
type Struck = { readonly at: number; readonly key: number; readonly force: Stroke['force'] };

/** What a bar plays, and the same as text. */
type Bar = { readonly strokes: readonly Struck[]; readonly signature: string };

/**
 * The groove of each section: what most of its bars play, of one, two or four bars.
 *
 * @param starts bar lines in our ticks, the end of the last bar among them
 * @returns a pattern for each section or nothing, and what was left out
 */
export const groovesIn = (
  hits: readonly Hit[],
  starts: readonly number[],
  meters: readonly Meter[],
  sections: readonly Section[],
): { grooves: (Omit<Pattern, 'order' | 'id'> | undefined)[]; left: string[] } => {
  const strange = new Set<number>();
  for (const { key } of hits) if (!STRUCK.has(key)) strange.add(key);
  const bars = barsOf(hits, starts, meters.length);
  const left =
    strange.size === 0
      ? []
      : [`Notes on keys ${[...strange].sort((a, b) => a - b).join(', ')}, which no drum has.`];
  const grooves = sections.map(({ from, name }, index) => {
    const to = sections[index + 1]?.from ?? meters.length;
    const played = bars.slice(from, to);
    if (played.every(({ signature }) => signature === '')) return undefined;
    const found = repeated(played, meters.slice(from, to));
    if (!found) {
      left.push(`What the drums play in “${name}”: it does not repeat.`);
      return undefined;
    }
    if (found.others > 0) {
      const bars = found.others === 1 ? '1 bar' : `${found.others} bars`;
      left.push(`${bars} of “${name}” with something else in place of its groove.`);
    }
    return patternOf(found.bars, meters[from]!, `${name} groove`);
  });
  return { grooves, left: [...new Set(left)].slice(0, 20) };
};

const barsOf = (hits: readonly Hit[], starts: readonly number[], count: number): Bar[] => {
  const bars = Array.from({ length: count }, (): Struck[] => []);
  let bar = 0;
  for (const { ticks, key, velocity } of hits) {
    // A grace note or an early stroke belongs to the bar that it leads into.
    const place = Math.round(ticks / STEP) * STEP;
    while (bar + 1 < count && starts[bar + 1]! <= place) bar++;
    const at = place - starts[bar]!;
    if (at < 0 || at >= starts[bar + 1]! - starts[bar]! || !STRUCK.has(key)) continue;
    const force = velocity <= GHOST ? 'ghost' : velocity >= ACCENT ? 'accent' : undefined;
    bars[bar]!.push({ at, key, force });
  }
  return bars.map((struck) => {
    struck.sort((a, b) => a.at - b.at || a.key - b.key);
    const strokes = struck.filter(
      ({ at, key }, index) => struck[index + 1]?.at !== at || struck[index + 1]?.key !== key,
    );
    let signature = '';
    for (const { at, key, force = '' } of strokes) signature += `${at} ${key} ${force},`;
    return { strokes, signature };
  });
};

/** The shortest groove that enough of the bars play. */
const repeated = (bars: readonly Bar[], meters: readonly Meter[]) => {
  const own = meterText(meters[0]!);
  const alike = meters.map((meter) => meterText(meter) === own);
  for (const length of LENGTHS) {
    if (bars.length < length || (length > 1 && bars.length < 2 * length)) continue;
    const commonest = Array.from({ length }, (_, at) =>
      mostFrequent(bars.filter((__, index) => index % length === at)),
    );
    const same = bars.filter(
      ({ signature }, index) => alike[index] && signature === commonest[index % length]!.signature,
    ).length;
    const enough = same >= SHARE * bars.length && (same > 1 || bars.length === 1);
    if (enough && commonest.some(({ signature }) => signature !== ''))
      return { bars: commonest, others: bars.length - same };
  }
  return undefined;
};

const mostFrequent = (bars: readonly Bar[]): Bar => {
  const counts = new Map<string, { bar: Bar; count: number }>();
  for (const bar of bars) {
    const known = counts.get(bar.signature);
    if (known) known.count++;
    else counts.set(bar.signature, { bar, count: 1 });
  }
  return [...counts.values()].reduce((best, one) => (one.count > best.count ? one : best)).bar;
};

const patternOf = (
  bars: readonly Bar[],
  meter: Meter,
  name: string,
): Omit<Pattern, 'order' | 'id'> => {
  const rows = new Map<VoiceId, Map<number, Stroke>>();
  bars.forEach(({ strokes: struck }, index) => {
    for (const { at, key, force } of struck) {
      const { voice, how } = STRUCK.get(key)!;
      const row = rows.get(voice) ?? new Map<number, Stroke>();
      rows.set(voice, row);
      const place = at + index * barTicks(meter);
      row.set(place, { at: place, ...(how && { how }), ...(force && { force }) });
    }
  });
  const beats = bars.length * meter.numerator;
  const strokes = [...rows].map(
    ([voice, row]) => [voice, [...row.values()].sort((a, b) => a.at - b.at)] as const,
  );
  const places = strokes.flatMap(([, row]) => row.map(({ at }) => at));
  const { id: _, ...pattern } = newPattern('groove', meter, {
    name: cutText(name, LONGEST_NAME),
    beats,
    grid: gridFor({ beats, meter, grid: [2] }, places),
    ...Object.fromEntries(strokes),
  });
  return pattern;
};
