import type { Hand } from './pattern';
import type { StickedStroke } from './sticking';

/** A stroke that an ornament adds to the one it stands on. */
export type Added = {
  /** Seconds from the stroke itself; less than nothing before it. */
  readonly offset: number;
  readonly hand: Hand;
  /** Its force against that of the stroke. */
  readonly force: number;
  /** Bounced rather than struck: it takes no motion of its own. */
  readonly bounced: boolean;
};

/** Seconds between grace notes; common practice, no source. */
const GRACE = 0.03;
const GRACE_FORCE = 0.4;
/** Strokes of an open roll in a second: eight motions, each with its bounce. Common practice, no source. */
export const ROLL_RATE = 16;
/** Longest roll where nothing follows on the same voice, in seconds. */
const LONGEST_ROLL = 2;

const other = (hand: Hand): Hand => (hand === 'R' ? 'L' : 'R');

/**
 * What an ornament adds. A flam is a grace note of the other hand; a drag two of it, the second bounced; a
 * ruff three from hand to hand; an open roll goes on in doubles. A buzz is one sound.
 *
 * @param room seconds until the next stroke of the same voice; as long as a roll may be where nothing follows
 */
export const addedBy = (
  { ornament, hand }: Pick<StickedStroke, 'ornament' | 'hand'>,
  room = LONGEST_ROLL,
): readonly Added[] => {
  const grace = (before: number, by: Hand, bounced = false): Added => ({
    offset: -before * GRACE,
    hand: by,
    force: GRACE_FORCE,
    bounced,
  });
  switch (ornament) {
    case 'flam':
      return [grace(1, other(hand))];
    case 'drag':
      return [grace(2, other(hand)), grace(1, other(hand), true)];
    case 'ruff':
      return [grace(3, other(hand)), grace(2, hand), grace(1, other(hand))];
    case 'roll':
      return rolled(hand, Math.min(room, LONGEST_ROLL));
    default:
      return [];
  }
};

/** After the first stroke its bounce, then doubles from hand to hand. */
const rolled = (hand: Hand, room: number): Added[] => {
  const count = Math.max(0, Math.ceil(room * ROLL_RATE - 1e-9) - 1);
  return Array.from({ length: count }, (_, index) => ({
    offset: (index + 1) / ROLL_RATE,
    hand: Math.floor((index + 1) / 2) % 2 === 0 ? hand : other(hand),
    force: 1,
    bounced: index % 2 === 0,
  }));
};

/** A stroke as a limb really plays it. */
export type PlayedStroke = Pick<StickedStroke, 'voice' | 'hand'> & {
  /** In ticks from the beginning of the pattern; between them too. */
  readonly at: number;
  readonly bounced: boolean;
};

/**
 * The strokes of a pattern that goes round, with those that its ornaments add, in order.
 *
 * @param length of the pattern in ticks
 * @param secondsPerTick at the tempo played
 */
export const strokesPlayed = (
  handed: readonly StickedStroke[],
  length: number,
  secondsPerTick: number,
): PlayedStroke[] => {
  const played = handed.flatMap((stroke, index): PlayedStroke[] => {
    const { voice, hand, at } = stroke;
    const next = handed.slice(index + 1).find((one) => one.voice === voice)?.at;
    const again = handed.find((one) => one.voice === voice)!.at + length;
    const added = addedBy(stroke, ((next ?? again) - at) * secondsPerTick);
    return [
      { voice, hand, at, bounced: false },
      ...added.map((one) => ({
        voice,
        hand: one.hand,
        at: at + one.offset / secondsPerTick,
        bounced: one.bounced,
      })),
    ];
  });
  return played.sort((a, b) => a.at - b.at);
};
