import { LONGEST_NAME } from '../../base/fields';
import { cutText } from '../../base/plainText';
import { lastAtOrBefore } from '../../base/search';
import { plural } from '../../base/words';
import {
  gridFor,
  newPattern,
  type Pattern,
  STRUCK,
  type Stroke,
  type VoiceId,
} from '../../music/kit';
import { barTicks, type Meter, meterText } from '../../music/time';
import type { Feel } from '../../song/roadmap';
import { type Fill, fillsOf } from './fills';
import { type Bar, barsOf, EARLY, type Hit, type Struck } from './struck';
import { straight, swingOf } from './swing';

/** A groove is what is played in this share of a section’s bars. */
const SHARE = 0.5;
/** Lengths of grooves that are tried, in bars. */
const LENGTHS = [1, 2, 4] as const;

type Section = { readonly from: number; readonly name: string };

/** What is made of the drum notes of a song. */
export type Drums = {
  /** By section: what most of its bars play, and how it is swung. */
  readonly grooves: readonly (Played | undefined)[];
  readonly feels: readonly (Feel | undefined)[];
  readonly fills: readonly (Pick<Fill, 'ticks' | 'lands'> & {
    readonly bar: number;
    readonly pattern: Played;
  })[];
  readonly left: readonly string[];
};

/** A pattern that has no place in a song yet. */
export type Played = Omit<Pattern, 'order' | 'id'>;

/**
 * The groove of each section, of one, two or four bars, and the fills between its bars.
 *
 * @param starts bar lines in our ticks, the end of the last bar among them
 */
export const drumsOf = (
  hits: readonly Hit[],
  starts: readonly number[],
  meters: readonly Meter[],
  sections: readonly Section[],
): Drums => {
  const stretches = sections.map(({ from, name }, index) => ({
    name,
    from,
    to: sections[index + 1]?.from ?? meters.length,
  }));
  const inOrder = [...hits].sort((a, b) => a.ticks - b.ticks);
  const heard = stretches.map(({ from, to }) => between(inOrder, starts[from]!, starts[to]!));
  const swings = heard.map((own, index) => {
    const { from, to } = stretches[index]!;
    return swingOf(
      own.map((hit) => ({ ...hit, ticks: hit.ticks - starts[from]! })),
      meters.slice(from, to),
    );
  });
  const written = heard.flatMap((own, index) => {
    const [swing, start] = [swings[index], starts[stretches[index]!.from]!];
    if (!swing) return own;
    return own.map((hit): Hit => ({ ...hit, ticks: start + straight(hit.ticks - start, swing) }));
  });
  const bars = barsOf(written, starts);
  const left = strangeIn(hits);
  const fills: Drums['fills'][number][] = [];
  const grooves = stretches.map(({ name, from, to }) => {
    const played = bars.slice(from, to);
    if (played.every(({ signature }) => signature === '')) return undefined;
    const found = repeated(played, meters.slice(from, to));
    if (!found) {
      left.push(`What the drums play in “${name}”: it does not repeat.`);
      return undefined;
    }
    const own = fillsOf(played, found.bars, meters.slice(from, to), bars[to]);
    own.forEach((fill, index) => {
      const title = own.length > 1 ? `${name} fill ${index + 1}` : `${name} fill`;
      const pattern = patternOf('fill', fill.strokes, fill.beats, meters[from]!, title);
      fills.push({ bar: from + fill.bar, ticks: fill.ticks, lands: fill.lands, pattern });
    });
    const others = found.others - own.reduce((sum, fill) => sum + fill.explains, 0);
    if (others > 0)
      left.push(
        `${plural(others, 'bar')} of “${name}” with something else in place of its groove.`,
      );
    const meter = meters[from]!;
    const strokes = found.bars.flatMap((bar, index) =>
      shifted(bar.strokes, index * barTicks(meter)),
    );
    return patternOf(
      'groove',
      strokes,
      found.bars.length * meter.numerator,
      meter,
      `${name} groove`,
    );
  });
  const feels = swings.map((swing): Feel | undefined =>
    swing ? { backbeat: 'normal', swing, style: '' } : undefined,
  );
  return { grooves, feels, fills, left: [...new Set(left)].slice(0, 20) };
};

/** A stroke that comes a little early is meant for the bar line. */
const between = (hits: readonly Hit[], from: number, to: number): readonly Hit[] => {
  const before = (ticks: number) => lastAtOrBefore(hits, ticks - EARLY, (hit) => hit.ticks) + 1;
  return hits.slice(before(from), before(to));
};

const strangeIn = (hits: readonly Hit[]): string[] => {
  const strange = new Set<number>();
  for (const { key } of hits) if (!STRUCK.has(key)) strange.add(key);
  if (strange.size === 0) return [];
  return [`Notes on keys ${[...strange].sort((a, b) => a - b).join(', ')}, which no drum has.`];
};

const shifted = (strokes: readonly Struck[], by: number): Struck[] =>
  strokes.map((stroke) => ({ ...stroke, at: stroke.at + by }));

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
  kind: Pattern['kind'],
  struck: readonly Struck[],
  beats: number,
  meter: Meter,
  name: string,
): Played => {
  const rows = new Map<VoiceId, Map<number, Stroke>>();
  for (const { at, key, force } of struck) {
    const { voice, how } = STRUCK.get(key)!;
    const row = rows.get(voice) ?? new Map<number, Stroke>();
    rows.set(voice, row);
    row.set(at, { at, ...(how && { how }), ...(force && { force }) });
  }
  const strokes = [...rows].map(
    ([voice, row]) => [voice, [...row.values()].sort((a, b) => a.at - b.at)] as const,
  );
  const places = strokes.flatMap(([, row]) => row.map(({ at }) => at));
  const { id: _, ...pattern } = newPattern(kind, meter, {
    kind,
    name: cutText(name, LONGEST_NAME),
    beats,
    grid: gridFor({ beats, meter, grid: [2] }, places),
    ...Object.fromEntries(strokes),
  });
  return pattern;
};
