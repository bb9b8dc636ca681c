import type { Limb } from '../../music/kit';
import { clock, seconds } from '../../music/time';
import { barAtSeconds } from '../../song/timeline';
import { BUSY, type LimbLoad } from '../limbs';
import { type Look, type Remark, remark } from './remark';

/** What the limbs of a player do in a song, and what that player has logged as clean. */
export type Limbs = {
  readonly loads: readonly LimbLoad[];
  /** Strokes a second. */
  readonly clean: Readonly<Partial<Record<Limb, number>>>;
};

/** A limb that is busy for so many seconds without a rest of two tires (common practice, no source). */
const TIRES = 120;

/** What is faster than the player has logged as clean, and what goes on for long without a rest. */
export const limbRemarks = ({ timeline }: Look, { loads, clean }: Limbs): Remark[] =>
  loads.flatMap(({ limb, fastest, longest, strokes }): Remark[] => {
    const say = (code: string, at: number, sentence: (bar: number) => string): Remark => {
      const bar = barAtSeconds(timeline, seconds(at));
      return remark({
        code,
        about: [limb],
        passage: bar && timeline.passages[bar.passage],
        bar: bar?.played ?? 1,
        sentence: sentence(bar?.played ?? 1),
      });
    };
    const most = clean[limb];
    const found: Remark[] = [];
    if (fastest && most !== undefined && fastest.perSecond > most * (1 + EXACT))
      found.push(
        say(
          'speed',
          fastest.from,
          (bar) =>
            `The ${limb} plays ${round(fastest.perSecond)} strokes a second from bar ${bar}; you have logged ${round(most)} as clean.`,
        ),
      );
    const lasts = longest ? longest.to - longest.from : 0;
    if (longest && lasts >= TIRES && (strokes * 60) / timeline.seconds >= BUSY[limb])
      found.push(
        say(
          'rest',
          longest.from,
          (bar) =>
            `The ${limb} goes on for ${clock(lasts)} from bar ${bar} without a rest of two seconds: practise it in shorter stretches, and stop where it hurts.`,
        ),
      );
    return found;
  });

const EXACT = 1e-9;
const round = (value: number): number => Math.round(value * 10) / 10;
