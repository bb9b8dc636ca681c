import { lastAtOrBefore } from '../../base/search';
import {
  articulationOf,
  FORCE,
  type Layout,
  leadIn,
  limbsOf,
  onKit,
  type Pattern,
  patternBars,
  patternTicks,
  type StickedStroke,
  stick,
  USUAL_LAYOUT,
  type VoiceId,
  variantsOf,
} from '../../music/kit';
import {
  barTicks,
  type Seconds,
  seconds,
  TICKS_PER_QUARTER,
  type Ticks,
  ticks,
} from '../../music/time';
import type { Feel, RoadMap, Timekeeper } from '../../song/roadmap';
import {
  type Passage,
  type PlacedDetail,
  type PlayedBar,
  secondsAt,
  type Timeline,
} from '../../song/timeline';
import { swung } from './feel';
import { layerOf, type Note } from './note';

/** A stroke on its way to becoming a note: where it stands in the song. */
type Falling = {
  readonly stroke: StickedStroke;
  readonly at: number;
  readonly feel: Feel;
  readonly level: number;
  /** What a swell makes of it, 0.6 to 1. */
  readonly swell: number;
  readonly from: Note['from'];
  /** When a choked cymbal is caught. */
  readonly caught?: Seconds;
};

type Part = Pick<RoadMap, 'patterns'>;

/**
 * Every stroke of a song: grooves bar after bar, fills in place of them, what fills land on, band
 * hits, stops and rests, swung as each section is felt and as loud as it is.
 *
 * @param layout the player’s kit: strokes go where it has them, and the variant the player chose
 * @returns in order of time
 */
export const perform = (
  map: Part,
  timeline: Timeline,
  layout: Layout = USUAL_LAYOUT,
): readonly Note[] =>
  fallingIn(map, timeline, layout)
    .flatMap((one) => toNotes(one, timeline))
    .sort((a, b) => a.seconds - b.seconds);

/** The same bar by bar as it is written: straight, without grace notes, from each bar line. */
export const playedBars = (
  map: Part,
  timeline: Timeline,
  layout: Layout = USUAL_LAYOUT,
): readonly (readonly StickedStroke[])[] => {
  const bars: StickedStroke[][] = timeline.bars.map(() => []);
  const starts = startsOf(timeline.bars);
  for (const { at, stroke } of fallingIn(map, timeline, layout)) {
    const bar = barIndex(starts, at);
    if (at >= 0 && at < timeline.ticks) bars[bar]!.push({ ...stroke, at: at - starts[bar]! });
  }
  return bars;
};

const fallingIn = (map: Part, timeline: Timeline, layout: Layout): Falling[] => {
  const patterns = readPatterns(map, layout);
  const places = timeline.details;
  const fills = places.flatMap((one) => (one.kind === 'fill' ? [one] : []));
  const hits = places.flatMap((one) => (one.kind === 'hit' ? [one] : []));
  const written = fills.filter(({ detail }) => patterns.has(detail.pattern ?? ''));
  const falling = [
    ...grooves(timeline, patterns).filter(({ at }) => !isWithin(written, at)),
    ...written.flatMap((fill) => fillStrokes(timeline, fill, patterns)),
  ];
  const landed = landings(timeline, fills, hits);
  const struck = [...hitStrokes(timeline, hits), ...landed];
  const busy = new Set(struck.map(({ at }) => at));
  const stops = hits.filter(({ detail }) => detail.kind === 'stop');
  const crashless = hits.filter(({ detail }) => detail.kind === 'no-crash').map(startOf);
  return [...falling.filter((one) => !(busy.has(one.at) && keepsTime(one.stroke.voice))), ...struck]
    .filter(({ at }) => !isWithin(stops, at))
    .filter(({ stroke, at }) => !(isCrash(stroke.voice) && crashless.includes(at as Ticks)));
};

type Read = {
  readonly pattern: Pattern;
  readonly strokes: readonly StickedStroke[];
  /** Strokes bar by bar, from the bar line. */
  readonly bars: readonly (readonly StickedStroke[])[];
};

/** Each pattern once: the variant that is played, on the player’s kit, with its hands. */
const readPatterns = ({ patterns }: Part, layout: Layout): ReadonlyMap<string, Read> => {
  const left = layout.hand === 'left';
  const read = new Map<string, Read>();
  for (const id of Object.keys(patterns)) {
    const chosen = patterns[id]!;
    // A variant that a section names is meant; only the full one gives way to the player’s choice.
    const pattern =
      (chosen.variant === 'full' &&
        variantsOf(patterns, id).find(({ variant }) => variant === layout.plays)) ||
      chosen;
    const strokes = onKit(layout, stick(pattern, left)) as StickedStroke[];
    const bar = barTicks(pattern.meter);
    const lead = leadIn(pattern);
    const bars = Array.from({ length: patternBars(pattern) }, (_, index) =>
      strokes
        .filter(({ at }) => Math.floor((at + lead) / bar) === index)
        .map((stroke) => ({ ...stroke, at: (stroke.at + lead) % bar })),
    );
    read.set(id, { pattern, strokes, bars });
  }
  return read;
};

const grooves = (timeline: Timeline, patterns: ReadonlyMap<string, Read>): Falling[] => {
  const dynamics = timeline.details.flatMap((one) => (one.kind === 'dynamics' ? [one] : []));
  return timeline.bars.flatMap((bar) => {
    const passage = timeline.passages[bar.passage]!;
    const read = patterns.get(passage.groove ?? '');
    if (!read || passage.tacet) return [];
    const index = (bar.played - passage.firstPlayed) % read.bars.length;
    return barStrokes(read, index, bar).map(({ offset, stroke }): Falling => {
      const at = bar.startTicks + offset;
      const inPattern = index * barTicks(read.pattern.meter) - leadIn(read.pattern) + stroke.at;
      return {
        stroke: onTimekeeper(stroke, timekeeperAt(passage, dynamics, bar.passage, at)),
        at,
        feel: passage.feel,
        level: levelAt(passage, dynamics, bar.passage, at),
        swell: swellAt(read.pattern, inPattern),
        from: 'groove',
      };
    });
  });
};

/** The strokes of a bar; where its meter is longer than the pattern’s, the bar goes round again. */
const barStrokes = ({ pattern, bars }: Read, index: number, bar: PlayedBar) => {
  const length = barTicks(bar.meter);
  const own = barTicks(pattern.meter);
  const strokes = bars[index]!;
  const found: { offset: number; stroke: StickedStroke }[] = [];
  for (let round = 0; round < length; round += own) {
    for (const stroke of strokes) {
      const offset = stroke.at + round;
      if (offset < length) found.push({ offset, stroke });
    }
  }
  return found;
};

/** A fill is written towards its end: where it has less room than its pattern, its beginning is left out. */
const fillStrokes = (
  timeline: Timeline,
  fill: Fill,
  patterns: ReadonlyMap<string, Read>,
): Falling[] => {
  const { pattern, strokes } = patterns.get(fill.detail.pattern ?? '')!;
  const passage = timeline.passages[fill.passage]!;
  const shift = fill.endTicks - patternTicks(pattern);
  return strokes
    .map(
      (stroke): Falling => ({
        stroke,
        at: stroke.at + shift,
        feel: passage.feel,
        level: passage.level.to,
        swell: swellAt(pattern, stroke.at),
        from: 'fill',
      }),
    )
    .filter(({ at }) => at >= fill.startTicks);
};

type Fill = Extract<PlacedDetail, { kind: 'fill' }>;
type Hit = Extract<PlacedDetail, { kind: 'hit' }>;
type DynamicsChange = Extract<PlacedDetail, { kind: 'dynamics' }>;
type Span = { readonly startTicks: Ticks; readonly endTicks: Ticks };

const startOf = ({ startTicks }: Span): Ticks => startTicks;
const isWithin = (spans: readonly Span[], at: number): boolean =>
  spans.some(({ startTicks, endTicks }) => at >= startTicks && at < endTicks);

const isCrash = (voice: VoiceId): boolean => voice === 'crash' || voice === 'crash2';
const keepsTime = (voice: VoiceId): boolean => voice === 'hihat' || voice === 'ride';

const PUSH = TICKS_PER_QUARTER / 2;

/** What fills land on: a crash with the foot on the first beat, or on the eighth before it. */
const landings = (timeline: Timeline, fills: readonly Fill[], hits: readonly Hit[]): Falling[] => {
  const forbidden = new Set(
    hits.filter(({ detail }) => detail.kind === 'no-crash').map(({ startTicks }) => startTicks),
  );
  return fills.flatMap(({ detail, endTicks, passage }) => {
    const next = timeline.passages[passage + 1];
    const at = detail.lands === 'push' ? endTicks - PUSH : endTicks;
    if (detail.lands === 'nothing' || forbidden.has(ticks(at)) || at >= timeline.ticks) return [];
    // Into a section where the drums rest there is nothing to land on.
    if (next?.tacet && at >= next.startTicks) return [];
    const level =
      next && endTicks >= next.startTicks ? next.level.from : levelIn(timeline)(passage, at);
    return together(timeline, { passage, at, level, voices: ['crash', 'bass'], from: 'fill' });
  });
};

/** The level at a place of a passage. */
const levelIn = (timeline: Timeline) => {
  const dynamics = timeline.details.flatMap((one) => (one.kind === 'dynamics' ? [one] : []));
  return (passage: number, at: number) =>
    levelAt(timeline.passages[passage]!, dynamics, passage, at);
};

const hitStrokes = (timeline: Timeline, hits: readonly Hit[]): Falling[] => {
  const levelOf = levelIn(timeline);
  return hits.flatMap(({ detail, startTicks, endTicks, endSeconds, passage }) => {
    const at = startTicks;
    const struck = { passage, at, level: levelOf(passage, at), from: 'hit' as const };
    if (detail.kind === 'hit' || detail.kind === 'push')
      return together(timeline, { ...struck, voices: ['crash', 'snare', 'bass'] });
    if (detail.kind !== 'choke') return [];
    const caught = endTicks > startTicks ? { caught: endSeconds } : {};
    return together(timeline, { ...struck, voices: ['crash', 'bass'], after: 'choke', ...caught });
  });
};

type Struck = {
  readonly passage: number;
  readonly at: number;
  readonly level: number;
  readonly voices: readonly VoiceId[];
  readonly from: Note['from'];
  readonly after?: 'choke';
  /** When it is caught; at once where left out. */
  readonly caught?: Seconds;
};

/** Accents of several voices at one place. */
const together = (
  timeline: Timeline,
  { passage, at, level, voices, from, after, caught }: Struck,
): Falling[] => {
  const { feel } = timeline.passages[passage]!;
  return voices.map((voice) => ({
    stroke: {
      voice,
      at,
      hand: voice === 'snare' ? 'L' : 'R',
      given: false,
      force: 'accent',
      ...(after && isCrash(voice) && { after }),
    },
    at,
    feel,
    level,
    swell: 1,
    from,
    ...(caught !== undefined && isCrash(voice) && { caught }),
  }));
};

/** The timekeeper that holds at a place: as changed inside the section, else as the section says. */
const timekeeperAt = (
  passage: Passage,
  dynamics: readonly DynamicsChange[],
  index: number,
  at: number,
): Timekeeper | null =>
  dynamics
    .filter((one) => one.passage === index && one.detail.timekeeper && one.startTicks <= at)
    .at(-1)?.detail.timekeeper ?? passage.timekeeper;

/** What the leading hand plays where the section says where it is; strokes that say how keep it. */
const onTimekeeper = (stroke: StickedStroke, timekeeper: Timekeeper | null): StickedStroke => {
  if (stroke.voice !== 'hihat' || stroke.how !== undefined || !timekeeper) return stroke;
  if (timekeeper === 'ride' || timekeeper === 'crash') return { ...stroke, voice: timekeeper };
  if (timekeeper === 'pedal') return { ...stroke, voice: 'pedal', hand: 'L' };
  return timekeeper === 'closed' ? stroke : { ...stroke, how: timekeeper };
};

/** The level at a place: on the line of the last change of level, else on that of the passage. */
const levelAt = (
  passage: Passage,
  dynamics: readonly DynamicsChange[],
  index: number,
  at: number,
): number => {
  const change = dynamics
    .filter((one) => one.passage === index && one.detail.level && one.startTicks <= at)
    .at(-1);
  const [level, from, to] = change
    ? [change.detail.level!, change.startTicks, change.endTicks]
    : [passage.level, passage.startTicks, passage.startTicks + passage.ticks];
  const share = Math.min(1, Math.max(0, (at - from) / Math.max(1, to - from)));
  return level.from + (level.to - level.from) * share;
};

const SOFTEST = 0.6;

const swellAt = ({ swells }: Pattern, at: number): number => {
  const swell = swells.find(({ from, to }) => at >= from && at < to);
  if (!swell) return 1;
  const share = (at - swell.from) / (swell.to - swell.from);
  return SOFTEST + (1 - SOFTEST) * (swell.grows ? share : 1 - share);
};

/** Level 1 is soft, 5 as hard as can be; accents stand out, ghost notes hardly. */
const forceOf = ({ stroke, level, swell }: Falling): number => {
  const plain = (0.2 + 0.12 * level) * swell;
  return Math.min(1, plain * FORCE[stroke.force ?? 'plain']);
};

/** Grace notes before a stroke: how many, and how far apart in seconds. */
const GRACES: Readonly<Record<string, number>> = { flam: 1, drag: 2, ruff: 3 };
const GRACE_SECONDS = 0.03;

const toNotes = (falling: Falling, timeline: Timeline): Note[] => {
  const { stroke, at, feel, from } = falling;
  const bar = barStart(timeline, at);
  const time = secondsAt(timeline.tempo, (bar + swung(at - bar, feel.swing)) as Ticks);
  const force = forceOf(falling);
  const note: Note = {
    ticks: ticks(at),
    seconds: time,
    voice: stroke.voice,
    how: articulationOf(stroke.voice, stroke.how).id,
    force,
    ornament: stroke.ornament,
    after: stroke.after,
    ...(falling.caught !== undefined && { caught: falling.caught }),
    layer: layerOf(stroke),
    limbs: limbsOf(stroke),
    from,
  };
  const graces = GRACES[stroke.ornament ?? ''] ?? 0;
  const other = limbsOf({ ...stroke, hand: stroke.hand === 'R' ? 'L' : 'R' });
  return [
    ...Array.from(
      { length: graces },
      (_, index): Note => ({
        ...note,
        seconds: seconds(time - (graces - index) * GRACE_SECONDS) as Seconds,
        force: force * 0.4,
        layer: 'ornaments',
        limbs: other,
      }),
    ),
    note,
  ];
};

/** The bar line before a place. */
const barStart = ({ bars }: Timeline, at: number): number => {
  const starts = startsOf(bars);
  return starts[barIndex(starts, at)] ?? 0;
};

const starting = new WeakMap<readonly PlayedBar[], readonly number[]>();

/** Where bars start, worked out once for each timeline. */
const startsOf = (bars: readonly PlayedBar[]): readonly number[] => {
  const known = starting.get(bars) ?? bars.map(({ startTicks }) => startTicks as number);
  starting.set(bars, known);
  return known;
};

/** The bar that a place lies in; the first where it lies before it. */
const barIndex = (starts: readonly number[], at: number): number =>
  Math.max(
    0,
    lastAtOrBefore(starts, at, (start) => start),
  );
