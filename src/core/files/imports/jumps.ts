import { MOST_PLAYED_BARS } from '../../song/roadmap';
import type { Measure } from './measures';

/** The measures as they are to be written down, and what has to be said of that. */
export type Jumped = { readonly measures: readonly Measure[]; readonly guessed: readonly string[] };

/**
 * The measures as a reader who follows the jumps plays them. Without a jump repeats stay signs; a single
 * jump is written out behind them; where repeats lie in one another or several jumps follow, everything
 * is written out as it is played.
 */
export const withJumps = (written: readonly Measure[]): Jumped => {
  const leaves = written.filter(({ jumps }) => jumps.back !== undefined).length;
  if (leaves > 1 || isNested(written))
    return {
      measures: playingOrder(written).map((index) => asPlayed(written[index]!)),
      guessed: [
        'Repeats and jumps are written out as they are played; after a jump back none is repeated.',
      ],
    };
  return leaves === 0 ? { measures: written, guessed: [] } : oneJump(written);
};

/** Whether a repeat begins before the one around it has ended. */
const isNested = (measures: readonly Measure[]): boolean => {
  let open = 0;
  for (const { forward, backward } of measures) {
    if (forward) open++;
    if (open > 1) return true;
    if (backward !== undefined) open = 0;
  }
  return false;
};

const asPlayed = (measure: Measure): Measure => ({
  ...measure,
  forward: false,
  backward: undefined,
  endingStart: undefined,
  endingStop: false,
});

/**
 * Indexes of measures in the order of playing: repeats as often as they say, of endings the one of the
 * pass, each jump back once. After a jump back nothing is repeated, the last of several endings is
 * played, `to coda` and `fine` hold. How a reader follows the signs is common practice; no source.
 */
export const playingOrder = (measures: readonly Measure[]): readonly number[] =>
  played(measures).order;

/** The order, and where in it the first jump back was taken. */
const played = (measures: readonly Measure[]) => {
  let jumpedAt: number | undefined;
  const order: number[] = [];
  const taken = new Set<number>();
  let jumped = false;
  let repeats = [{ from: 0, pass: 1 }];
  let at = 0;
  while (at < measures.length && order.length <= MOST_PLAYED_BARS) {
    const measure = measures[at]!;
    const here = repeats.at(-1)!;
    if (measure.forward && here.from !== at && !jumped) repeats.push({ from: at, pass: 1 });
    const open = repeats.at(-1)!;
    if (measure.endingStart && !isPlayed(measures, at, open.pass, jumped)) {
      at = endOfEnding(measures, at) + 1;
      continue;
    }
    order.push(at);
    if (jumped && measure.jumps.fine) break;
    const coda = measures.findIndex(({ jumps }, index) => jumps.coda && index > at);
    if (jumped && measure.jumps.toCoda && coda >= 0) {
      at = coda;
      continue;
    }
    const last = lastPass(measures, open.from, at);
    if (measure.backward !== undefined && !jumped && open.pass < Math.max(measure.backward, last)) {
      open.pass++;
      at = open.from;
      continue;
    }
    if (measure.backward !== undefined && !jumped) {
      if (repeats.length > 1) repeats.pop();
      else repeats = [{ from: at + 1, pass: 1 }];
    }
    if (measure.jumps.back && !taken.has(at)) {
      taken.add(at);
      jumpedAt ??= order.length;
      jumped = true;
      const segno = measures.findLastIndex(({ jumps }, index) => jumps.segno && index <= at);
      at = measure.jumps.back === 'segno' ? Math.max(0, segno) : 0;
      continue;
    }
    at++;
  }
  return { order, jumpedAt };
};

const isPlayed = (
  measures: readonly Measure[],
  at: number,
  pass: number,
  jumped: boolean,
): boolean =>
  jumped
    ? measures[endOfEnding(measures, at) + 1]?.endingStart === undefined
    : measures[at]!.endingStart!.includes(pass);

const endOfEnding = (measures: readonly Measure[], at: number): number => {
  const next = measures.findIndex(({ endingStart }, index) => index > at && endingStart);
  const stop = measures.findIndex(({ endingStop }, index) => index >= at && endingStop);
  if (stop >= 0 && (next < 0 || stop < next)) return stop;
  return next < 0 ? measures.length - 1 : next - 1;
};

/** The last pass that an ending of the repeat names. */
const lastPass = (measures: readonly Measure[], from: number, at: number): number => {
  const passes: number[] = [];
  for (let index = from; index < measures.length; index++) {
    const { endingStart, forward } = measures[index]!;
    if (index > at && (forward || !endingStart)) break;
    if (endingStart) passes.push(...endingStart);
  }
  return Math.max(1, ...passes);
};

/** One jump, with the repeats before it as signs; behind it none is taken again. */
const oneJump = (written: readonly Measure[]): Jumped => {
  const leaves = written.findIndex(({ jumps }) => jumps.back !== undefined);
  const { order, jumpedAt } = played(written);
  return {
    measures: [
      ...written.slice(0, leaves + 1),
      ...order.slice(jumpedAt ?? order.length).map((index) => asPlayed(written[index]!)),
    ],
    guessed: ['The jump back is written out; repeats are not taken again after it.'],
  };
};
