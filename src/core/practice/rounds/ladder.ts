/** What is said of a round that was played; nothing was said of it where left out. */
export type Verdict = 'clean' | 'broken' | undefined;

/** A round with how fast it was really played (beats a minute), which is not always what its ladder wanted. */
export type Judged = { readonly perMinute: number; readonly verdict: Verdict };

/** How a tempo ladder goes on. All three are common practice, no source. */
export const LADDERS = ['up', 'two-up-one-down', 'slow-fast-target'] as const;
export type LadderKind = (typeof LADDERS)[number];

/** A passage played round after round, faster where it is clean. Tempos in beats a minute. */
export type Ladder = {
  readonly kind: LadderKind;
  readonly from: number;
  /** What it leads to: mostly the tempo of the song. */
  readonly to: number;
  readonly step: number;
  /** So many clean rounds at a tempo lead to the next. */
  readonly rounds: number;
  /** Whether a round counts as clean of which nothing was said. */
  readonly trusts: boolean;
};

/** Where a ladder stands. */
export type Rung = {
  readonly perMinute: number;
  /** Clean rounds at this tempo, of those it takes. */
  readonly clean: number;
  /** Whether the tempo it leads to was clean for as many rounds as it takes. */
  readonly isDone: boolean;
};

type Climb = Rung & { readonly stage: number };

/**
 * The tempo of the round after those that were judged: on after so many clean rounds, back by a step after a
 * broken one, never below where it began nor above where it leads. A clean round counts where it was as fast as
 * the ladder stood: one that had begun before its tempo was decided was slower, and is played again.
 *
 * @param judged the rounds so far, in order; nothing stands for one of which nothing is known
 * @example rungAfter({ kind: 'up', from: 80, to: 100, step: 4, rounds: 1, trusts: false }, [{ perMinute: 80, verdict: 'clean' }]).perMinute // => 84
 */
export const rungAfter = (ladder: Ladder, judged: readonly (Judged | undefined)[]): Rung => {
  const { stage: _, ...rung } = judged.reduce(
    (climb, round) => climbed(ladder, climb, round),
    begun(ladder),
  );
  return rung;
};

/**
 * The tempo of each of the rounds to come, as far as they are clean, behind those that were played.
 *
 * @param count of rounds, those that were played among them
 */
export const roundsAhead = (
  ladder: Ladder,
  judged: readonly (Judged | undefined)[],
  count: number,
): number[] => {
  let climb = begun(ladder);
  return Array.from({ length: count }, (_, round) => {
    const { perMinute } = climb;
    climb = climbed(ladder, climb, judged[round]);
    return perMinute;
  });
};

/** Tempos are told to a tenth of a beat a minute. */
const SAME_TEMPO = 0.1;

const begun = (ladder: Ladder): Climb => ({
  perMinute: tempoOf(ladder, 0),
  clean: 0,
  isDone: false,
  stage: 0,
});

const climbed = (ladder: Ladder, climb: Climb, round: Judged | undefined): Climb => {
  const { perMinute, verdict } = round ?? { ...climb, verdict: undefined };
  if (verdict === 'broken') {
    const stage = Math.max(0, climb.stage - 1);
    return { ...climb, stage, perMinute: tempoOf(ladder, stage), clean: 0 };
  }
  if (verdict === undefined && !ladder.trusts) return climb;
  if (perMinute < climb.perMinute - SAME_TEMPO) return climb;
  const clean = climb.clean + 1;
  if (clean < ladder.rounds) return { ...climb, clean };
  if (isLast(ladder, climb.stage)) return { ...climb, clean: ladder.rounds, isDone: true };
  const stage = climb.stage + 1;
  return { ...climb, stage, perMinute: tempoOf(ladder, stage), clean: 0 };
};

const tempoOf = ({ kind, from, to, step }: Ladder, stage: number): number => {
  const fastest = Math.max(from, to);
  const within = (tempo: number) => Math.min(fastest, Math.max(from, tempo));
  switch (kind) {
    case 'up':
      return within(from + stage * step);
    // Up, up, down: three stages come to one step.
    case 'two-up-one-down':
      return within(from + (Math.floor(stage / 3) + [0, 1, 2][stage % 3]!) * step);
    // Slow, a step above what it leads to, then that itself.
    case 'slow-fast-target':
      return [from, to + step, to][Math.min(2, stage)]!;
  }
};

/** Whether a stage is at the tempo that the ladder leads to, for good. */
const isLast = (ladder: Ladder, stage: number): boolean =>
  ladder.kind === 'slow-fast-target'
    ? stage >= 2
    : tempoOf(ladder, stage) >= Math.max(ladder.from, ladder.to);
