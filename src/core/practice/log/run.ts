import * as z from 'zod';
import { plural } from '../../base/words';
import { perMinuteSchema } from '../../music/time';
import { type Ladder, lateWords, type Played, TOLD, type Verdict } from '../rounds';

/** Longer than a day nobody plays in one go. */
const LONGEST = 24 * 3600;
const whole = (most: number) => z.number().int().min(0).max(most);

/** What a member has practised in one go. */
export const runSchema = z.object({
  id: z.uuid('A run is named by a UUID.'),
  /** What of the song it was, where that is known: the key of a goal. */
  goal: z.string().max(80).default(''),
  /** The section, and the bars as they are played. */
  passage: z.string().max(200),
  first: z.number().int(),
  last: z.number().int(),
  /** In beats a minute: what it led to, and the fastest that was clean; nothing where none was. */
  target: perMinuteSchema,
  best: perMinuteSchema.nullable(),
  /** Rounds that were played, and those of them that were clean. */
  rounds: whole(1000),
  clean: whole(1000),
  seconds: z.number().min(0).max(LONGEST),
  /** The mean over the rounds that were measured, and how even they were (s); nothing where nobody listened. */
  late: z.number().min(-1).max(1).nullable(),
  spread: z.number().min(0).max(1).nullable(),
});

export type Run = z.infer<typeof runSchema>;

/** What came of the rounds of a run. */
export type Outcome = Pick<Run, 'target' | 'best' | 'rounds' | 'clean' | 'late' | 'spread'>;

/** A round that was played. */
export type RunRound = {
  readonly perMinute: number;
  readonly verdict: Verdict;
  /** How it was played; nothing where nobody listened. */
  readonly played: Played | undefined;
};

/**
 * What came of a run: a round counts as clean as its ladder counts it, and a tempo that was clean for as many
 * rounds in a row as the ladder asks for.
 */
export const outcomeOf = (ladder: Ladder, rounds: readonly RunRound[]): Outcome => {
  const isClean = ({ verdict }: RunRound) =>
    verdict === 'clean' || (verdict === undefined && ladder.trusts);
  const heard = rounds.flatMap(({ played }) => (played && played.all.count > 0 ? played.all : []));
  let inRow = 0;
  const clean = rounds.flatMap((round, index) => {
    const goesOn = rounds[index - 1]?.perMinute === round.perMinute;
    inRow = isClean(round) ? (goesOn ? inRow + 1 : 1) : 0;
    return inRow >= ladder.rounds ? round.perMinute : [];
  });
  const mean = (values: readonly number[]) =>
    values.length === 0 ? null : values.reduce((sum, value) => sum + value, 0) / values.length;
  return {
    target: ladder.to,
    best: clean.length > 0 ? Math.max(...clean) : null,
    rounds: rounds.length,
    clean: rounds.filter(isClean).length,
    late: mean(heard.map((one) => one.mean)),
    spread: mean(heard.map(({ spread }) => spread)),
  };
};

/**
 * A run in words: `112 of 126 clean, 9 of 12 rounds, 4 min, 12 ms late`.
 *
 * @example runWords({ target: 126, best: null, rounds: 1, clean: 0, seconds: 20, late: null }) // => 'no tempo of 126 clean yet, 0 of 1 round, 1 min'
 */
export const runWords = ({ target, best, rounds, clean, seconds, late }: Run): string =>
  [
    best === null ? `no tempo of ${target} clean yet` : `${best} of ${target} clean`,
    `${clean} of ${plural(rounds, 'round')}`,
    `${Math.max(1, Math.round(seconds / 60))} min`,
    late !== null && lateWords({ count: rounds, mean: late, spread: 0 }, TOLD),
  ]
    .filter(Boolean)
    .join(', ');
