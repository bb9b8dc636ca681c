import { patternTicks, type VoiceId, voiceOf } from '../../music/kit';
import { beatTicks, type Seconds, TICKS_PER_QUARTER, type Ticks, ticks } from '../../music/time';
import type { Hit as HitRecord } from '../../song/roadmap';
import { barAtTicks, type Timeline } from '../../song/timeline';
import { type Bars, spansIn } from './bars';
import { type Falling, isCrash, levelsOf, type PlacedOf, placedOf, swellAt } from './falling';
import { onHats, type timekeepersOf } from './timekeeper';
import type { Written } from './written';

type Fill = PlacedOf<'fill'>;
type Patterns = ReadonlyMap<string, Written>;

/** Fills that are written out, each in its place. */
export const writtenFills = (timeline: Timeline, patterns: Patterns): readonly Fill[] =>
  placedOf(timeline, 'fill').filter(({ detail }) => patterns.has(detail.pattern ?? ''));

/** A fill is written towards its end: where it has less room than its pattern, its beginning is left out. */
export const fillStrokes = (
  timeline: Timeline,
  { detail, passage, startTicks, endTicks }: Fill,
  patterns: Patterns,
  keepsAt: ReturnType<typeof timekeepersOf>,
): Falling[] => {
  const written = patterns.get(detail.pattern ?? '')!;
  const { level: levels, startTicks: begins } = timeline.passages[passage]!;
  // What leads into a section is as loud as its beginning.
  const level = startTicks < begins ? levels.from : levels.to;
  const from = endTicks - patternTicks(written.pattern);
  return strokesFrom(written, { passage, at: from, level, from: 'fill' })
    .filter(({ at }) => at >= startTicks)
    .map((one) => ({ ...one, stroke: onHats(one.stroke, keepsAt(passage, one.at)) }));
};

const strokesFrom = (
  { pattern, strokes }: Written,
  { passage, at, level, from }: Pick<Blow, 'passage' | 'at' | 'level' | 'from'>,
): Falling[] =>
  strokes.map((stroke) => ({
    stroke,
    at: at + stroke.at,
    passage,
    level,
    swell: swellAt(pattern, stroke.at),
    from,
  }));

const PUSH = TICKS_PER_QUARTER / 2;

/** What fills land on: a crash with the foot on the first beat, or on the eighth before it. */
export const landings = (timeline: Timeline): Falling[] => {
  const levelOf = levelsOf(timeline);
  const forbidden = new Set(
    placedOf(timeline, 'hit')
      .filter(({ detail }) => detail.kind === 'no-crash')
      .map(({ startTicks }) => startTicks),
  );
  return placedOf(timeline, 'fill').flatMap(({ detail, endTicks, passage }) => {
    const next = timeline.passages[passage + 1];
    const at = detail.lands === 'push' ? endTicks - PUSH : endTicks;
    if (detail.lands === 'nothing' || forbidden.has(ticks(at)) || at >= timeline.ticks) return [];
    // Into a section where the drums rest there is nothing to land on.
    if (next?.tacet && at >= next.startTicks) return [];
    const level = next && endTicks >= next.startTicks ? next.level.from : levelOf(passage, at);
    return together({ passage, at, level, voices: ['crash', 'bass'], from: 'fill' });
  });
};

/** The voices of each way to play a hit; an accent has none of its own. */
const VOICES_OF: Readonly<Record<NonNullable<HitRecord['plays']>, readonly VoiceId[]>> = {
  everything: ['crash', 'snare', 'bass'],
  crash: ['crash'],
  'crash and bass': ['crash', 'bass'],
  'snare and bass': ['snare', 'bass'],
  accent: [],
  sticks: ['sticks'],
};

/** What is struck in hits, pushes and chokes. */
export const hitStrokes = (timeline: Timeline, patterns: Patterns): Falling[] => {
  const levelOf = levelsOf(timeline);
  return placedOf(timeline, 'hit').flatMap((hit) => {
    const { detail, startTicks: at, endTicks, endSeconds, passage } = hit;
    if (detail.kind === 'stop' || detail.kind === 'no-crash') return [];
    const blow = { passage, at, level: levelOf(passage, at), from: 'hit' as const };
    const own = patterns.get(detail.pattern ?? '');
    if (own) return strokesFrom(own, blow);
    const choke = detail.kind === 'choke';
    const voices = VOICES_OF[detail.plays ?? (choke ? 'crash and bass' : 'everything')];
    const caught = choke && endTicks > at ? { caught: endSeconds } : {};
    return together({ ...blow, voices, ...(choke && { after: 'choke' }), ...caught });
  });
};

/** Whether a stroke of the groove makes room for a fill that is written out, or a hit’s own pattern. */
export const makesRoom = (
  timeline: Timeline,
  patterns: Patterns,
  starts: Bars,
): ((one: Falling) => boolean) => {
  const fills = writtenFills(timeline, patterns).map(({ startTicks, endTicks, detail }) => ({
    startTicks,
    endTicks,
    leaves: detail.leaves,
  }));
  const hits = placedOf(timeline, 'hit').flatMap(({ detail, startTicks }) => {
    const own = patterns.get(detail.pattern ?? '');
    const endTicks = ticks(startTicks + (own ? patternTicks(own.pattern) : 0));
    return own ? [{ startTicks, endTicks, leaves: 'nothing' as const }] : [];
  });
  const spans = spansIn(starts, [...fills, ...hits]);
  return ({ at, stroke }) =>
    spans
      .at(at)
      .some(
        ({ leaves }) =>
          leaves === 'nothing' || (leaves === 'feet' && voiceOf(stroke.voice).limb === 'hand'),
      );
};

/** Where what is played anyway is struck harder. */
export const accents = (timeline: Timeline): ReadonlySet<number> =>
  new Set(
    placedOf(timeline, 'hit')
      .filter(({ detail }) => detail.plays === 'accent' && detail.pattern === null)
      .map(({ startTicks }) => startTicks),
  );

/**
 * The beats that pushes come before: a push takes the place of its beat, so that of the drums there only
 * what keeps time is played.
 */
export const pushedBeats = (timeline: Timeline): ReadonlySet<number> => {
  const beats = new Set<number>();
  for (const { detail, startTicks } of placedOf(timeline, 'hit'))
    if (detail.kind === 'push' && !detail.andBeat) beats.add(beatAfter(timeline, startTicks));
  for (const { detail, endTicks } of placedOf(timeline, 'fill'))
    if (detail.lands === 'push') beats.add(endTicks);
  return beats;
};

/** The next beat of the meter after a place. */
const beatAfter = (timeline: Timeline, at: Ticks): number => {
  const bar = barAtTicks(timeline, at);
  const beat = beatTicks(bar?.meter ?? timeline.countIn.meter);
  const start = bar?.startTicks ?? 0;
  return start + (Math.floor((at - start) / beat) + 1) * beat;
};

type Blow = {
  readonly passage: number;
  readonly at: number;
  readonly level: number;
  readonly voices: readonly VoiceId[];
  readonly from: Falling['from'];
  readonly after?: 'choke';
  /** When it is caught; at once where left out. */
  readonly caught?: Seconds;
};

/** Accents of several voices at one place. */
const together = ({ passage, at, level, voices, from, after, caught }: Blow): Falling[] =>
  voices.map((voice) => ({
    stroke: {
      voice,
      at,
      hand: voice === 'snare' ? 'L' : voice === 'sticks' ? 'B' : 'R',
      given: false,
      force: 'accent',
      ...(after && isCrash(voice) && { after }),
    },
    at,
    passage,
    level,
    swell: 1,
    from,
    ...(caught !== undefined && isCrash(voice) && { caught }),
  }));
