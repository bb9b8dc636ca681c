import { fail, ok, type Result } from '../../base/result';
import { plural } from '../../base/words';
import {
  barTicks,
  type Clock,
  type Fitted,
  fitTempos,
  meterText,
  noteTicks,
  pulseUnit,
  TICKS_PER_QUARTER,
} from '../../music/time';
import { MOST_FIRST_BAR, MOST_PLAYED_BARS } from '../../song/roadmap';
import { drumsOf } from './grooves';
import { withJumps } from './jumps';
import type { Measure } from './measures';
import { readScore } from './score';
import { type Counted, drumsFound, type Fold, roadMapFrom, type Understood } from './song';
import { at, parseXml } from './xml';

/**
 * A road map from MusicXML (W3C Music Notation Community Group, 4.0 and before): the measures of its
 * drum part, or of its first, as long as what is in them, with the repeats, endings, rehearsal marks,
 * tempos and jumps of all its parts, and grooves. Jumps (D.C., D.S., coda) are written out.
 */
export const songFromMusicXml = (text: string, name: string): Result<Understood> => {
  const parsed = parseXml(text);
  if (!parsed.ok) return parsed;
  const root = parsed.value;
  const score = readScore(root);
  if (!score.ok) return score;
  const { countIn, pickup, parts } = score.value;
  const jumped = withJumps(score.value.measures);
  if (jumped.measures.length > MOST_PLAYED_BARS) {
    return fail('invalid', 'MusicXML file', `It has more than ${MOST_PLAYED_BARS} measures.`);
  }
  const { measures } = jumped;
  const folds = foldsIn(measures);
  const sections = sectionsIn(measures, folds);
  const starts = startsOf(measures);
  const drums = drumsOf(
    measures.flatMap(({ hits }, index) =>
      hits.map((hit) => ({ ...hit, ticks: hit.ticks + starts[index]! })),
    ),
    starts,
    measures.map(({ meter }) => meter),
    sections,
  );
  const title = at(root, 'work', 'work-title')?.text || at(root, 'movement-title')?.text || name;
  const song: Counted = {
    title,
    meters: measures.map(({ meter }) => meter),
    sections,
    folds,
    tempos: temposOf(measures, sections),
    cues: measures.flatMap(({ cues }, bar) => cues.map((cue) => ({ bar, ...cue }))),
    fermatas: measures.flatMap(({ fermatas }, bar) => fermatas.map((one) => ({ bar, ...one }))),
    drums,
    countIn,
    pickup,
    firstBar: firstNumber(score.value.measures[0]?.number),
  };
  return ok({
    title,
    map: roadMapFrom(song),
    found: [
      `${measures.length} measures in ${sections.length} sections, in ${[...new Set(song.meters.map(meterText))].join(', ')}.`,
      ...(folds.length > 0 ? [`${folds.length} repeats.`] : []),
      ...drumsFound(drums),
    ],
    guessed: [...score.value.guessed.slice(0, 20), ...jumped.guessed],
    left: [
      ...drums.left,
      ...(parts > 1 ? [`The notes of ${plural(parts - 1, 'other part')}.`] : []),
    ],
  });
};

/** The number of the first measure, where it is one that counts. */
const firstNumber = (written: string | undefined): number => {
  const number = Number(written);
  return Number.isInteger(number) && number >= 1 && number <= MOST_FIRST_BAR ? number : 1;
};

/** Repeats as spans of measures; one that does not say where it begins goes back to the last that ended. */
const foldsIn = (measures: readonly Measure[]): Fold[] => {
  const folds: Fold[] = [];
  let begins = 0;
  for (let index = 0; index < measures.length; index++) {
    if (measures[index]!.forward) begins = index;
    if (measures[index]!.backward === undefined) continue;
    const fold = foldFrom(measures, begins, index);
    folds.push(fold);
    index = fold.to - 1;
    begins = fold.to;
  }
  return folds;
};

/** The repeat whose first backward sign stands at a measure, with the endings around and after it. */
const foldFrom = (measures: readonly Measure[], from: number, backward: number): Fold => {
  const first = measures.findIndex(
    ({ endingStart }, index) => index >= from && index <= backward && endingStart,
  );
  if (first < 0) {
    return { from, to: backward + 1, times: measures[backward]!.backward!, endings: [] };
  }
  const endings: Fold['endings'][number][] = [];
  let at = first;
  while (measures[at]?.endingStart) {
    const stop = measures.findIndex(({ endingStop }, index) => index >= at && endingStop);
    const to = (stop < 0 ? measures.length - 1 : stop) + 1;
    endings.push({ from: at, to, passes: measures[at]!.endingStart! });
    at = to;
  }
  const times = Math.max(2, ...endings.flatMap(({ passes }) => passes));
  return { from, to: at, times: Math.min(200, times), endings };
};

/** Sections begin at rehearsal marks and where repeats and endings begin and end. */
const sectionsIn = (measures: readonly Measure[], folds: readonly Fold[]) => {
  const borders = new Set([0]);
  for (const [index, { name }] of measures.entries()) if (name) borders.add(index);
  for (const { from, to, endings } of folds) {
    for (const border of [from, to, ...endings.flatMap((one) => [one.from, one.to])]) {
      if (border < measures.length) borders.add(border);
    }
  }
  let last = 'Start';
  return [...borders]
    .sort((a, b) => a - b)
    .map((from) => {
      last = measures[from]!.name ?? last;
      return { from, name: last };
    });
};

/** How far a bar line may come to lie beside that of the file where a row of tempos becomes a ramp (s). */
const RAMP_TOLERANCE = 0.001;

/** The tempos of each section, which begin anew with it; a row of ever other ones as a ramp. */
const temposOf = (
  measures: readonly Measure[],
  sections: readonly { readonly from: number }[],
): Fitted[] =>
  sections.flatMap(({ from }, index) => {
    const own = measures.slice(from, sections[index + 1]?.from);
    const held = heldTempos(own);
    const fitted = held.length < 3 ? held : fitTempos(clockOf(own), [], RAMP_TOLERANCE).tempos;
    const fewest = fitted.length < held.length ? fitted : held;
    return fewest.map((one) => ({ ...one, from: one.from + from, to: one.to + from }));
  });

const heldTempos = (measures: readonly Measure[]): Fitted[] => {
  const tempos: { from: number; to: number; start: number }[] = [];
  measures.forEach(({ tempo }, index) => {
    const last = tempos.at(-1);
    if (last && Math.abs(last.start - tempo) < SAME) last.to = index + 1;
    else tempos.push({ from: index, to: index + 1, start: tempo });
  });
  return tempos.map((one) => ({ ...one, end: one.start, shape: 'held' }));
};

/** Tempos this close are one: they are computed from what measures last. */
const SAME = 1e-6;

/** When measures begin and the last one ends; where time stands still, without that time. */
const clockOf = (measures: readonly Measure[]): Clock => {
  const bars = [{ quarters: 0, seconds: 0 }];
  for (const { meter, tempo } of measures) {
    const { quarters, seconds } = bars.at(-1)!;
    const length = barTicks(meter) / TICKS_PER_QUARTER;
    bars.push({ quarters: quarters + length, seconds: seconds + (length * 60) / tempo });
  }
  const units = measures.map(({ meter }) => noteTicks(pulseUnit(meter)) / TICKS_PER_QUARTER);
  return { bars, between: [], units };
};

const startsOf = (measures: readonly Measure[]): number[] => {
  const starts = [0];
  for (const { meter } of measures) starts.push(starts.at(-1)! + barTicks(meter));
  return starts;
};
