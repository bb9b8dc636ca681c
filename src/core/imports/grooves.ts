import { gridFor, newPattern, type Pattern, type Stroke, VOICES, type VoiceId } from '../kit';
import { barTicks, type Meter, meterText, TICKS_PER_QUARTER } from '../time';

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
  const strange = new Set(hits.map(({ key }) => key).filter((key) => !STRUCK.has(key)));
  const bars = barsOf(hits, starts, meters.length);
  const left =
    strange.size === 0
      ? []
      : [`Notes on keys ${[...strange].sort((a, b) => a - b).join(', ')}, which no drum has.`];
  const grooves = sections.map(({ from, name }, index) => {
    const to = sections[index + 1]?.from ?? meters.length;
    const played = bars.slice(from, to);
    if (played.every((bar) => bar.length === 0)) return undefined;
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

const barsOf = (hits: readonly Hit[], starts: readonly number[], count: number): Struck[][] => {
  const bars = Array.from({ length: count }, (): Map<string, Struck> => new Map());
  let bar = 0;
  for (const { ticks, key, velocity } of hits) {
    if (!STRUCK.has(key)) continue;
    // A grace note or an early stroke belongs to the bar that it leads into.
    const place = Math.round(ticks / STEP) * STEP;
    while (bar + 1 < count && starts[bar + 1]! <= place) bar++;
    const at = place - starts[bar]!;
    if (at < 0 || at >= starts[bar + 1]! - starts[bar]!) continue;
    const force = velocity <= GHOST ? 'ghost' : velocity >= ACCENT ? 'accent' : undefined;
    bars[bar]!.set(`${at} ${key}`, { at, key, force });
  }
  return bars.map((strokes) => [...strokes.values()].sort((a, b) => a.at - b.at || a.key - b.key));
};

/** The shortest groove that enough of the bars play. */
const repeated = (bars: readonly Struck[][], meters: readonly Meter[]) => {
  for (const length of LENGTHS) {
    if (bars.length < length || (length > 1 && bars.length < 2 * length)) continue;
    const commonest = Array.from({ length }, (_, at) =>
      mostFrequent(bars.filter((__, index) => index % length === at)),
    );
    const same = bars.filter(
      (bar, index) =>
        meterText(meters[index]!) === meterText(meters[0]!) &&
        signature(bar) === signature(commonest[index % length]!),
    ).length;
    const enough = same >= SHARE * bars.length && (same > 1 || bars.length === 1);
    if (enough && commonest.some((bar) => bar.length > 0))
      return { bars: commonest, others: bars.length - same };
  }
  return undefined;
};

const signature = (bar: readonly Struck[]): string =>
  bar.map(({ at, key, force }) => `${at} ${key} ${force ?? ''}`).join();

const mostFrequent = (bars: readonly Struck[][]): Struck[] => {
  const counts = new Map<string, { bar: Struck[]; count: number }>();
  for (const bar of bars) {
    const known = counts.get(signature(bar)) ?? { bar, count: 0 };
    known.count++;
    counts.set(signature(bar), known);
  }
  return [...counts.values()].reduce((best, one) => (one.count > best.count ? one : best)).bar;
};

const patternOf = (
  bars: readonly Struck[][],
  meter: Meter,
  name: string,
): Omit<Pattern, 'order' | 'id'> => {
  const rows = new Map<VoiceId, Map<number, Stroke>>();
  bars.forEach((bar, index) => {
    for (const { at, key, force } of bar) {
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
    name: name.slice(0, 120),
    beats,
    grid: gridFor({ beats, meter, grid: [2] }, places),
    ...Object.fromEntries(strokes),
  });
  return pattern;
};
