import { barTicks } from '../time';
import { countWord } from './counting';
import { byPlace, leadIn, type Pattern } from './pattern';
import { apart, type Player, RIGHT_HANDED, type StickedStroke } from './sticking';
import { voiceOf } from './voices';

/** Something that cannot be played as it is written. */
export type Trouble = { readonly at: number; readonly sentence: string };

/** Two surfaces that are far apart cannot be struck by one hand within so many seconds. */
const TOO_SOON = 0.02;

/**
 * What nobody can play: three surfaces for two hands, one hand on two at once or nearly so, both feet
 * on one pedal. The pattern is kept as it is; each is said with its place.
 */
export const troublesOf = (
  pattern: Pattern,
  handed: readonly StickedStroke[],
  secondsPerTick: number,
  player: Player = RIGHT_HANDED,
): Trouble[] => {
  const troubles = [...byPlace(handed)].flatMap(([at, strokes]): Trouble[] => {
    const hands = strokes.filter(({ voice }) => voiceOf(voice).limb === 'hand');
    const feet = strokes.filter(
      ({ voice, hand }) => voiceOf(voice).limb === 'foot' && hand === 'B',
    );
    const here = placeWords(pattern, at);
    const needed = hands.reduce((sum, { hand }) => sum + (hand === 'B' ? 2 : 1), 0);
    const names = hands.map(({ voice }) => voiceOf(voice).name.toLowerCase()).join(', ');
    const said: string[] = [];
    if (needed > 2) said.push(`${here}: ${names} are more than two hands can strike at once.`);
    else if (hands.length === 2 && hands[0]!.hand === hands[1]!.hand)
      said.push(`${here}: one hand cannot strike ${names} at once.`);
    for (const { voice } of feet)
      said.push(
        `${here}: both feet cannot be on the pedal of the ${voiceOf(voice).name.toLowerCase()}.`,
      );
    return said.map((sentence) => ({ at, sentence }));
  });
  return [...troubles, ...tooSoon(pattern, handed, secondsPerTick, player)].sort(
    (a, b) => a.at - b.at,
  );
};

const tooSoon = (
  pattern: Pattern,
  handed: readonly StickedStroke[],
  secondsPerTick: number,
  player: Player,
): Trouble[] =>
  (['R', 'L'] as const).flatMap((side) => {
    const own = handed.filter(
      ({ voice, hand }) => voiceOf(voice).limb === 'hand' && (hand === side || hand === 'B'),
    );
    return own.slice(1).flatMap((stroke, index): Trouble[] => {
      const before = own[index]!;
      const gap = (stroke.at - before.at) * secondsPerTick;
      const far = apart(player, stroke.voice, before.voice) >= 2;
      if (gap <= 0 || gap >= TOO_SOON || !far) return [];
      const [from, to] = [before, stroke].map(({ voice }) => voiceOf(voice).name.toLowerCase());
      return [
        {
          at: stroke.at,
          sentence: `${placeWords(pattern, stroke.at)}: ${Math.round(gap * 1000)} ms are too short from ${from} to ${to} with one hand.`,
        },
      ];
    });
  });

/** A place of a pattern in words: `Bar 2, 3 &`. */
const placeWords = (pattern: Pattern, at: number): string => {
  const inBars = at + leadIn(pattern);
  const bar = Math.floor(inBars / barTicks(pattern.meter));
  const offset = inBars - bar * barTicks(pattern.meter);
  const beat = countWord(pattern.meter, offset - (offset % beatOf(pattern)));
  const word = countWord(pattern.meter, offset);
  return `Bar ${bar + 1}, ${beat}${word === beat ? '' : ` ${word}`}`;
};

const beatOf = ({ meter }: Pattern): number => barTicks(meter) / meter.numerator;
