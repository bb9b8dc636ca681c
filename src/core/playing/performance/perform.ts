import {
  addedBy,
  articulationOf,
  FORCE,
  type Layout,
  limbsOf,
  type StickedStroke,
  USUAL_LAYOUT,
  type VoiceId,
} from '../../music/kit';
import { type Seconds, seconds, type Ticks, ticks } from '../../music/time';
import type { RoadMap } from '../../song/roadmap';
import type { PlacedSong } from '../../song/set';
import { secondsAt, type Timeline } from '../../song/timeline';
import { barIndex, barStart, spansIn, startsOf } from './bars';
import { type Falling, isCrash, keepsTime, placedOf } from './falling';
import { swung } from './feel';
import { grooveStrokes } from './grooves';
import { layerOf, type Note } from './note';
import {
  accents,
  fillStrokes,
  hitStrokes,
  landings,
  makesRoom,
  pushedBeats,
  writtenFills,
} from './struck';
import { timekeepersOf } from './timekeeper';
import { writtenPatterns } from './written';

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
  ornamented(
    fallingIn(map, timeline, layout)
      .map((one) => toNote(one, timeline))
      .sort((a, b) => a.seconds - b.seconds),
  );

/**
 * Every stroke of a song in its place in a program: where its count-in is left out, so is what would be
 * played in it.
 */
export const performInProgram = (
  map: Part,
  { timeline, start, barOne }: PlacedSong,
  layout?: Layout,
): readonly Note[] =>
  perform(map, timeline, layout).filter(
    (note) => note.ticks >= 0 || secondsAt(timeline.tempo, note.ticks) >= start - barOne - 1e-6,
  );

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
  const patterns = writtenPatterns(map, layout);
  const fills = writtenFills(timeline, patterns);
  const blows = [...hitStrokes(timeline, patterns), ...landings(timeline)];
  const starts = startsOf(timeline.bars);
  const taken = makesRoom(timeline, patterns, starts);
  const keepsAt = timekeepersOf(timeline);
  const filled = fills.flatMap((fill) => fillStrokes(timeline, fill, patterns, keepsAt));
  const left = grooveStrokes(timeline, patterns, starts).filter((one) => !taken(one));
  const played = [...besides(filled, NO_BEATS, left), ...filled];
  const harder = accents(timeline);
  const stops = spansIn(
    starts,
    placedOf(timeline, 'hit').filter(({ detail }) => detail.kind === 'stop'),
  );
  const crashless = new Set<number>(
    placedOf(timeline, 'hit')
      .filter(({ detail }) => detail.kind === 'no-crash')
      .map(({ startTicks }) => startTicks),
  );
  return [...besides(blows, pushedBeats(timeline), played), ...blows]
    .map((one) => (harder.has(one.at) ? accented(one) : one))
    .filter(({ at }) => stops.at(at).length === 0)
    .filter(({ stroke, at }) => !(isCrash(stroke.voice) && crashless.has(at)));
};

const NO_BEATS: ReadonlySet<number> = new Set();

/** What goes on beside fills and hits: not the same voice twice, no timekeeper while its hand is on the crash. */
const besides = (
  blows: readonly Falling[],
  pushed: ReadonlySet<number>,
  played: readonly Falling[],
): Falling[] => {
  const struck = new Map<number, Falling[]>();
  for (const blow of blows) struck.set(blow.at, [...(struck.get(blow.at) ?? []), blow]);
  return played.filter(({ at, stroke: { voice } }) => {
    if (pushed.has(at) && !keepsTime(voice) && voice !== 'pedal') return false;
    const here = struck.get(at) ?? [];
    return !here.some(
      ({ stroke }) => stroke.voice === voice || (isCrash(stroke.voice) && keepsTime(voice)),
    );
  });
};

const accented = (falling: Falling): Falling => ({
  ...falling,
  stroke: { ...falling.stroke, force: 'accent' },
});

/** Level 1 is soft, 5 as hard as can be; accents stand out, ghost notes hardly. */
const forceOf = ({ stroke, level, swell }: Falling): number => {
  const plain = (0.2 + 0.12 * level) * swell;
  return Math.min(1, plain * FORCE[stroke.force ?? 'plain']);
};

const toNote = (falling: Falling, timeline: Timeline): Note => {
  const { stroke, at, from } = falling;
  const { feel, sticks, snares } = timeline.passages[falling.passage]!;
  const bar = barStart(timeline, at);
  const time = secondsAt(timeline.tempo, (bar + swung(at - bar, feel.swing)) as Ticks);
  return {
    ticks: ticks(at),
    seconds: time,
    voice: stroke.voice,
    how: articulationOf(stroke.voice, stroke.how).id,
    force: forceOf(falling),
    sticks,
    snares,
    ornament: stroke.ornament,
    after: stroke.after,
    ...(stroke.shoulder && { shoulder: stroke.shoulder }),
    ...(falling.opening !== undefined && stroke.voice === 'hihat' && { opening: falling.opening }),
    ...(falling.caught !== undefined && { caught: falling.caught }),
    layer: layerOf(stroke),
    limbs: limbsOf(stroke),
    from,
  };
};

/** Each note with the strokes that its ornament adds, a roll up to the next stroke of its voice. */
const ornamented = (notes: readonly Note[]): Note[] => {
  const next = new Map<VoiceId, Seconds>();
  const all: Note[] = [];
  for (const note of [...notes].reverse()) {
    const { voice, ornament, limbs, seconds: time, force } = note;
    const hand = limbs.length > 1 ? 'B' : limbs[0] === 'left hand' ? 'L' : 'R';
    const following = next.get(voice);
    const room = following === undefined ? undefined : following - time;
    const graces = ornament === 'roll' ? note.layer : 'ornaments';
    for (const added of addedBy({ ornament, hand }, room))
      all.push({
        ...note,
        seconds: seconds(time + added.offset),
        force: force * added.force,
        ornament: undefined,
        layer: graces,
        limbs: limbsOf({ voice, hand: added.hand }),
      });
    all.push(note);
    next.set(voice, time);
  }
  return all.sort((a, b) => a.seconds - b.seconds);
};
