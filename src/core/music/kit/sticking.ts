import { plural } from '../../base/words';
import { TICKS_PER_QUARTER } from '../time';
import { pulsesIn } from './counting';
import {
  byPlace,
  type Hand,
  type Pattern,
  patternTicks,
  type School,
  type Struck,
  strokesOf,
} from './pattern';
import { VOICES, type VoiceId, voiceOf } from './voices';

/** A stroke with the limb that plays it. */
export type StickedStroke = Struck & {
  readonly hand: Hand;
  /** By the pattern itself, not by the school. */
  readonly given: boolean;
};

/** Who plays, as far as hands and feet ask: which hand leads, where what stands, how many pedals. */
export type Player = {
  readonly hand: 'right' | 'left';
  /** From the player’s far left, 0, to the far right, 7; usual where left out. */
  readonly places: Readonly<Partial<Record<VoiceId, number>>>;
  /** Pedals of the bass drum. */
  readonly pedals: 1 | 2;
};

export const RIGHT_HANDED: Player = { hand: 'right', places: {}, pedals: 1 };

/** What a sticking forces. */
export type Strain = {
  readonly kind: 'crossing' | 'double' | 'late' | 'flam';
  readonly at: number;
  readonly sentence: string;
};

type Onset = { readonly at: number; readonly strokes: readonly Struck[] };

/**
 * Shares the strokes out among the limbs. Hands that are given stay; the others follow the school.
 *
 * In a fill: *alternating*, hand after hand; *natural*, a hand keeps the subdivision, so that one plays
 * what falls on its even places; *leading*, alternating from the end, so that the leading hand is free
 * for what the fill lands on.
 *
 * In a groove one surface keeps time: a cymbal, or without any the tom that is struck most. *Natural*:
 * the leading hand keeps it, the other plays the drums; both share it where it is as close as sixteenths
 * and in reach of both, the leading hand coming down for the backbeat. *Alternating*: both always share
 * it. *Leading*: the leading hand keeps it alone.
 *
 * One foot plays the bass drum; of two pedals both do where strokes are as close as sixteenths, as long as
 * the other foot is not needed on the hats.
 *
 * All of it is common practice; no source.
 *
 * @param player a left-handed player’s kit is mirrored, unless its places say otherwise
 */
export const stick = (
  pattern: Pattern,
  player: Player = RIGHT_HANDED,
): readonly StickedStroke[] => {
  const byPlayer = known.get(pattern) ?? new WeakMap<Player, readonly StickedStroke[]>();
  known.set(pattern, byPlayer);
  const handed = byPlayer.get(player) ?? workOut(pattern, player);
  byPlayer.set(player, handed);
  return handed;
};

/** Patterns and players never change: grid, staff, figures and sound ask for the same hands. */
const known = new WeakMap<Pattern, WeakMap<Player, readonly StickedStroke[]>>();

const workOut = (pattern: Pattern, player: Player): readonly StickedStroke[] => {
  const onsets = onsetsOf(pattern);
  const shared = shareOut(pattern, onsets, (voice) => towardsLeading(player, voice));
  const feet = feetOf(pattern, player);
  const clicked = strokesOf(pattern)
    .filter(({ voice }) => voice === 'sticks')
    .map((stroke) => withHand(stroke, 'B'));
  const all = [...shared, ...clicked, ...feet];
  const mirrored = player.hand === 'left' ? all.map(mirror) : all;
  return Object.freeze(mirrored.sort((a, b) => a.at - b.at));
};

/** From the player’s left, 0, to the right, 7. */
const placeOf = ({ hand, places }: Player, voice: VoiceId): number =>
  places[voice] ?? (hand === 'left' ? FARTHEST - ACROSS[voice] : ACROSS[voice]);

/** The same from the side of the hand that follows to that of the hand that leads. */
const towardsLeading = (player: Player, voice: VoiceId): number =>
  player.hand === 'left' ? FARTHEST - placeOf(player, voice) : placeOf(player, voice);

/** How far apart two voices stand, in places. */
export const apart = (player: Player, one: VoiceId, other: VoiceId): number =>
  Math.abs(placeOf(player, one) - placeOf(player, other));

const feetOf = (pattern: Pattern, { pedals }: Player): StickedStroke[] => {
  const feet = strokesOf(pattern).filter(({ voice }) => voiceOf(voice).limb === 'foot');
  const onHats = new Set(feet.flatMap(({ voice, at }) => (voice === 'pedal' ? [at] : [])));
  let last: { readonly at: number; readonly hand: Hand } | undefined;
  return feet.map((stroke) => {
    if (stroke.voice === 'pedal') return withHand(stroke, 'L');
    const follows = last !== undefined && last.hand === 'R' && stroke.at - last.at <= CLOSE;
    const both = pedals === 2 && follows && !onHats.has(stroke.at);
    const handed = withHand(stroke, both ? 'L' : 'R');
    last = { at: stroke.at, hand: handed.hand };
    return handed;
  });
};

/** The hand a stroke gives, else the one worked out. */
const withHand = (stroke: Struck, worked: Hand): StickedStroke => ({
  ...stroke,
  hand: stroke.hand ?? worked,
  given: stroke.hand !== undefined,
});

/** Only what was worked out is turned round: a hand that was given is the player’s own. */
const mirror = (stroke: StickedStroke): StickedStroke =>
  stroke.given || stroke.hand === 'B' ? stroke : { ...stroke, hand: other(stroke.hand) };

const other = (hand: Hand): Hand => (hand === 'R' ? 'L' : 'R');

const onsetsOf = (pattern: Pattern): Onset[] => {
  const hands = strokesOf(pattern).filter(
    ({ voice }) => voiceOf(voice).limb === 'hand' && voice !== 'sticks',
  );
  return [...byPlace(hands)].map(([at, strokes]) => ({ at, strokes }));
};

const shareOut = (pattern: Pattern, onsets: readonly Onset[], across: Across): StickedStroke[] => {
  const hands =
    groovesHands(pattern, onsets, across) ?? handsFor(pattern, pattern.sticking, onsets);
  return onsets.flatMap(({ strokes }, index) =>
    strokes.length > 1
      ? together(strokes, across)
      : strokes.map((stroke) => withHand(stroke, hands[index] ?? 'R')),
  );
};

/** Where a voice stands, from the side of the hand that follows, 0, to that of the one that leads. */
type Across = (voice: VoiceId) => number;

const isCymbal = (voice: VoiceId): boolean => voiceOf(voice).family !== 'drum';

/** Right of this place the left hand does not come without crossing. */
const FAR_RIGHT = 5;
/** Strokes that follow each other at sixteenths or closer are shared by two hands. */
const CLOSE = TICKS_PER_QUARTER / 4;

/** The hand of each place of a groove that one surface keeps the time of; nothing where none does. */
const groovesHands = (
  pattern: Pattern,
  onsets: readonly Onset[],
  across: Across,
): Hand[] | undefined => {
  if (pattern.kind !== 'groove') return undefined;
  const keeps = timekeepersOf(onsets);
  if (keeps.size === 0) return undefined;
  const shared = sharesTime(pattern.sticking, onsets, keeps, across);
  const places = natural(pattern, onsets);
  /** Whether a hand that was given has turned round those after it. */
  let turned = false;
  return onsets.map(({ at, strokes }, index): Hand => {
    const [stroke] = strokes;
    if (!stroke || strokes.length > 1) {
      turned = false;
      return 'R';
    }
    const farRight = across(stroke.voice) >= FAR_RIGHT;
    if (!shared) return keeps.has(stroke.voice) || farRight ? 'R' : 'L';
    const before = onsets[index - 1];
    if (!before || at - before.at > CLOSE) turned = false;
    const byPlace = places[index] ?? 'R';
    const worked = turned ? other(byPlace) : byPlace;
    if (stroke.hand === 'R' || stroke.hand === 'L') turned = stroke.hand !== byPlace;
    return farRight && !keeps.has(stroke.voice) ? 'R' : worked;
  });
};

/** What keeps time: the cymbals, or without any the tom that is struck most. */
const timekeepersOf = (onsets: readonly Onset[]): ReadonlySet<VoiceId> => {
  const voices = onsets.flatMap(({ strokes }) => strokes.map(({ voice }) => voice));
  const cymbals = voices.filter(isCymbal);
  if (cymbals.length > 0) return new Set(cymbals);
  const counts = new Map<VoiceId, number>();
  for (const voice of voices) counts.set(voice, (counts.get(voice) ?? 0) + 1);
  const [most] = [...counts].sort((a, b) => b[1] - a[1]);
  return new Set(most && most[0] !== 'snare' ? [most[0]] : []);
};

/** Whether both hands share the time. */
const sharesTime = (
  school: School,
  onsets: readonly Onset[],
  keeps: ReadonlySet<VoiceId>,
  across: Across,
): boolean => {
  if (school === 'leading') return false;
  if (school === 'alternating') return true;
  const own = onsets.filter(({ strokes }) => strokes.some(({ voice }) => keeps.has(voice)));
  const inReach = [...keeps].every((voice) => across(voice) < FAR_RIGHT);
  return inReach && own.some(({ at }, index) => at - (own[index - 1]?.at ?? -CLOSE * 2) <= CLOSE);
};

/**
 * Two voices at once: the leading hand on the cymbal over a drum that the other reaches, else each hand
 * on its own side; a hand that is given is kept.
 */
const together = (strokes: readonly Struck[], across: Across): StickedStroke[] => {
  const [first, second, ...rest] = strokes;
  if (!first || !second) return [];
  const one: Hand =
    first.hand ?? (second.hand ? other(second.hand) : handBeside(first, second, across));
  return [
    withHand(first, one),
    withHand(second, other(one)),
    // A third stroke for two hands cannot be played; it is shown with the leading one.
    ...rest.map((stroke) => withHand(stroke, 'R')),
  ];
};

const handBeside = ({ voice }: Struck, { voice: beside }: Struck, across: Across): Hand => {
  if (isCymbal(voice) && !isCymbal(beside) && across(beside) < FAR_RIGHT) return 'R';
  if (isCymbal(beside) && !isCymbal(voice) && across(voice) < FAR_RIGHT) return 'L';
  return across(voice) >= across(beside) ? 'R' : 'L';
};

const handsFor = (pattern: Pattern, school: School, onsets: readonly Onset[]): Hand[] => {
  if (school === 'natural') return natural(pattern, onsets);
  if (school === 'alternating') return alternate(onsets, 'L');
  return alternate([...onsets].reverse(), 'R').reverse();
};

/** Hand after hand, going on from each hand that is given. */
const alternate = (onsets: readonly Onset[], before: Hand): Hand[] => {
  let last = before;
  return onsets.map(({ strokes }) => {
    const [only] = strokes;
    const hand = strokes.length === 1 && only?.hand && only.hand !== 'B' ? only.hand : other(last);
    last = hand;
    return hand;
  });
};

/**
 * The hand that keeps the subdivision: each pulse is divided as finely as it is played, and one hand
 * has its even places. Odd subdivisions begin with the other hand in every other pulse.
 */
const natural = (pattern: Pattern, onsets: readonly Onset[]): Hand[] => {
  let next = 0;
  return pulsesIn(pattern).flatMap(({ from, to }, index) => {
    const first = next;
    while (next < onsets.length && onsets[next]!.at < to) next++;
    const inside = onsets.slice(first, next).map(({ at }) => at - from);
    const length = to - from;
    const fits = (parts: number) => inside.every((offset) => (offset * parts) % length === 0);
    const parts = [2, 4, 3, 6, 8, 5, 7, 12, 16].find(fits) ?? 4;
    const turn = parts % 2 === 1 ? index : 0;
    return inside.map((offset) => (((offset * parts) / length + turn) % 2 === 0 ? 'R' : 'L'));
  });
};

/** From the player’s left, 0, to right, 7, on a right-handed kit as it is usually set up. */
export const ACROSS: Readonly<Record<VoiceId, number>> = {
  hihat: 0,
  crash: 1,
  splash: 2,
  snare: 2,
  highTom: 3,
  cowbell: 4,
  sticks: 3,
  middleTom: 4,
  tambourine: 5,
  ride: 6,
  crash2: 6,
  floorTom: 6,
  china: 7,
  floorTom2: 7,
  bass: 3,
  pedal: 0,
};

/** The place furthest to the right. */
const FARTHEST = 7;

/** A hand that plays twice within this many seconds plays a double at speed. */
const FAST_DOUBLE = 0.13;
/** A hand needs this long from its last stroke to a crash, in seconds. */
const TO_THE_CRASH = 0.11;

/**
 * What a sticking asks for that usually goes wrong: hands that cross, doubles at speed, and a leading
 * hand that is late for the crash. The limits in seconds are rules of thumb, from memory.
 *
 * @param secondsPerTick at the tempo played
 * @param landing whether a crash falls on the first beat after the pattern
 */
export const strainsOf = (
  pattern: Pattern,
  handed: readonly StickedStroke[],
  secondsPerTick: number,
  landing: boolean,
  player: Player = RIGHT_HANDED,
): Strain[] => {
  const hands = handed.filter(({ voice }) => voiceOf(voice).limb === 'hand' && voice !== 'sticks');
  const strains = [...crossings(hands, player), ...doubles(hands, secondsPerTick), ...flams(hands)];
  const leading = player.hand === 'left' ? 'L' : 'R';
  const last = hands.filter(({ hand }) => hand === leading || hand === 'B').at(-1);
  if (landing && last) {
    const gap = (patternTicks(pattern) - last.at) * secondsPerTick;
    if (gap < TO_THE_CRASH)
      strains.push({
        kind: 'late',
        at: last.at,
        sentence: `The ${handName(leading)} has ${milliseconds(gap)} from its last stroke to the crash.`,
      });
  }
  return strains.sort((a, b) => a.at - b.at);
};

const crossings = (hands: readonly StickedStroke[], player: Player): Strain[] => {
  const across = (voice: VoiceId) => placeOf(player, voice);
  const strains: Strain[] = [];
  const last: Partial<Record<Hand, StickedStroke>> = {};
  for (const stroke of hands) {
    last[stroke.hand] = stroke;
    const [right, leftHand] = [last.R, last.L];
    if (!right || !leftHand || (stroke.voice === 'hihat' && right.voice === 'hihat')) continue;
    // The hand on the hat over the one on the snare is how most people play.
    if (right.voice === 'hihat' || leftHand.voice === 'hihat') continue;
    if (across(leftHand.voice) - across(right.voice) < 2) continue;
    strains.push({
      kind: 'crossing',
      at: stroke.at,
      sentence: `The left hand on the ${called(leftHand.voice)} crosses the right on the ${called(right.voice)}.`,
    });
  }
  return strains;
};

const doubles = (hands: readonly StickedStroke[], secondsPerTick: number): Strain[] =>
  (['R', 'L'] as const).flatMap((hand) => {
    const own = hands.filter((stroke) => stroke.hand === hand || stroke.hand === 'B');
    return own.slice(1).flatMap((stroke, index): Strain[] => {
      const gap = (stroke.at - own[index]!.at) * secondsPerTick;
      if (gap <= 0 || gap >= FAST_DOUBLE) return [];
      return [
        {
          kind: 'double',
          at: stroke.at,
          sentence: `The ${handName(hand)} plays twice in ${milliseconds(gap)}.`,
        },
      ];
    });
  });

const TAKES_BOTH: ReadonlySet<string> = new Set(['flam', 'drag', 'ruff']);

/** A flam, a drag and a ruff take both hands: beside another stroke there is none left for them. */
const flams = (hands: readonly StickedStroke[]): Strain[] =>
  [...byPlace(hands)].flatMap(([at, strokes]): Strain[] => {
    const flam = strokes.find(({ ornament }) => TAKES_BOTH.has(ornament ?? ''));
    const beside = strokes.find((stroke) => stroke !== flam);
    if (!flam || !beside) return [];
    const sentence = `A ${flam.ornament} takes both hands, and one of them is on the ${called(beside.voice)}.`;
    return [{ kind: 'flam', at, sentence }];
  });

/** What a sticking costs: strokes of each hand, the shortest time between two of one, its travels. */
export type StickingCost = {
  readonly right: number;
  readonly left: number;
  /** Seconds between two strokes of one hand; nothing where neither plays twice. */
  readonly shortest: { readonly hand: 'R' | 'L'; readonly seconds: number } | undefined;
  /** How often a hand goes from one surface to another. */
  readonly moves: number;
};

/** @param secondsPerTick at the tempo played */
export const costOf = (handed: readonly StickedStroke[], secondsPerTick: number): StickingCost => {
  const own = (hand: 'R' | 'L') =>
    handed.filter(
      (stroke) =>
        voiceOf(stroke.voice).limb === 'hand' && (stroke.hand === hand || stroke.hand === 'B'),
    );
  const [right, left] = [own('R'), own('L')];
  const pairs = (
    [
      ['R', right],
      ['L', left],
    ] as const
  ).flatMap(([hand, strokes]) =>
    strokes.slice(1).map((stroke, index) => {
      const before = strokes[index] ?? stroke;
      const seconds = (stroke.at - before.at) * secondsPerTick;
      return { hand, seconds, moves: stroke.voice !== before.voice };
    }),
  );
  const [shortest] = pairs
    .filter(({ seconds }) => seconds > 0)
    .sort((a, b) => a.seconds - b.seconds);
  return {
    right: right.length,
    left: left.length,
    shortest: shortest && { hand: shortest.hand, seconds: shortest.seconds },
    moves: pairs.filter(({ moves }) => moves).length,
  };
};

/** The same in a sentence: `Right hand 12 strokes, left 4; …`. */
export const costWords = ({ right, left, shortest, moves }: StickingCost): string => {
  const pace = shortest
    ? `; closest in one hand ${milliseconds(shortest.seconds)} (${shortest.hand === 'R' ? 'right' : 'left'})`
    : '';
  const travels = plural(moves, 'move');
  return `Right hand ${plural(right, 'stroke')}, left ${left}${pace}; ${travels} between surfaces.`;
};

const handName = (hand: 'R' | 'L'): string => (hand === 'R' ? 'right hand' : 'left hand');
const called = (voice: VoiceId): string =>
  VOICES.find(({ id }) => id === voice)!.name.toLowerCase();
const milliseconds = (time: number): string => `${Math.round(time * 1000)} ms`;
