import { fail, ok, type Result } from '../../base/result';
import { barTicks, meterText } from '../../music/time';
import { MOST_FIRST_BAR, MOST_PLAYED_BARS } from '../../song/roadmap';
import { groovesIn } from './grooves';
import { type Measure, measuresOf } from './measures';
import { type Counted, type Fold, roadMapFrom, type Understood } from './song';
import type { Fitted } from './tempoFit';
import { at, childrenOf, type Element, numberAt, parseXml } from './xml';

/**
 * A road map from MusicXML (W3C Music Notation Community Group, 4.0 and before): the measures of its
 * drum part, or of its first, with repeats, endings, rehearsal marks, tempos and grooves. Jumps (D.C.,
 * D.S., coda) are written out.
 */
export const songFromMusicXml = (text: string, name: string): Result<Understood> => {
  const parsed = parseXml(text);
  if (!parsed.ok) return parsed;
  const score = parsed.value;
  if (score.name !== 'score-partwise') {
    return fail('invalid', 'MusicXML file', 'Only scores written part by part are read.');
  }
  const chosen = drumPart(score);
  if (!chosen) return fail('invalid', 'MusicXML file', 'There is no part in it.');
  const { measures: written, guessed } = measuresOf(chosen.part, chosen.keys);
  if (written.length === 0) return fail('invalid', 'MusicXML file', 'There is no measure in it.');
  const jumped = withJumps(written);
  if (jumped.measures.length > MOST_PLAYED_BARS) {
    return fail('invalid', 'MusicXML file', `It has more than ${MOST_PLAYED_BARS} measures.`);
  }
  const { measures } = jumped;
  const folds = foldsIn(measures);
  const sections = sectionsIn(measures, folds);
  const starts = startsOf(measures);
  const { grooves, left } = groovesIn(
    measures.flatMap(({ hits }, index) =>
      hits.map((hit) => ({ ...hit, ticks: hit.ticks + starts[index]! })),
    ),
    starts,
    measures.map(({ meter }) => meter),
    sections,
  );
  const title = at(score, 'work', 'work-title')?.text || at(score, 'movement-title')?.text || name;
  const song: Counted = {
    title,
    meters: measures.map(({ meter }) => meter),
    sections,
    folds,
    tempos: temposOf(measures, sections),
    cues: measures.flatMap(({ cues }, bar) => cues.map((cue) => ({ bar, ...cue }))),
    fermatas: [],
    grooves,
    countIn: 0,
    pickup: 0,
    firstBar: firstNumber(chosen.part),
  };
  const parts = childrenOf(score, 'part').length;
  return ok({
    title,
    map: roadMapFrom(song),
    found: [
      `${measures.length} measures in ${sections.length} sections, in ${[...new Set(song.meters.map(meterText))].join(', ')}.`,
      ...(folds.length > 0 ? [`${folds.length} repeats.`] : []),
      ...(grooves.some(Boolean)
        ? [`Grooves for ${grooves.filter(Boolean).length} of the sections.`]
        : []),
    ],
    guessed: [...guessed.slice(0, 20), ...jumped.guessed],
    left: [...left, ...(parts > 1 ? [`${parts - 1} other parts.`] : [])],
  });
};

/** The number of a part’s first measure, where it has one that counts; a pickup is often number 0. */
const firstNumber = (part: Element): number => {
  const number = Number(childrenOf(part, 'measure')[0]?.attributes.number);
  return Number.isInteger(number) && number >= 1 && number <= MOST_FIRST_BAR ? number : 1;
};

/** The part for drums: on channel 10, or by its name, or by its clef; else the first. */
const drumPart = (score: Element) => {
  const heads = childrenOf(at(score, 'part-list'), 'score-part');
  const parts = childrenOf(score, 'part');
  const headOf = (part: Element) =>
    heads.find(({ attributes: { id } }) => id === part.attributes.id);
  const isDrums = (part: Element) => {
    const head = headOf(part);
    return (
      childrenOf(head, 'midi-instrument').some((one) => numberAt(one, 'midi-channel') === 10) ||
      /drum|percussion|kit/i.test(at(head, 'part-name')?.text ?? '') ||
      at(part, 'measure', 'attributes', 'clef', 'sign')?.text === 'percussion'
    );
  };
  const part = parts.find(isDrums) ?? parts[0];
  if (!part) return undefined;
  // MusicXML counts unpitched keys from 1.
  const keys = new Map(
    childrenOf(headOf(part), 'midi-instrument').flatMap((one) => {
      const key = numberAt(one, 'midi-unpitched');
      return key === undefined ? [] : [[one.attributes.id ?? '', key - 1] as const];
    }),
  );
  return { part, keys };
};

/** The measures as a reader who follows the jumps plays them; repeats are taken the first time only. */
const withJumps = (
  written: readonly Measure[],
): { measures: readonly Measure[]; guessed: string[] } => {
  const leaves = written.findIndex(({ jumps }) => jumps.back !== undefined);
  if (leaves < 0) return { measures: written, guessed: [] };
  const to =
    written[leaves]!.jumps.back === 'segno'
      ? Math.max(
          0,
          written.findIndex(({ jumps }) => jumps.segno),
        )
      : 0;
  const once = written.slice(0, leaves + 1);
  const again = written
    .slice(to, leaves + 1)
    .map(unfolded)
    .filter(lastTime);
  const toCoda = again.findIndex(({ jumps }) => jumps.toCoda);
  const coda = written.findLastIndex(({ jumps }) => jumps.coda);
  const fine = again.findIndex(({ jumps }) => jumps.fine);
  const measures =
    toCoda >= 0 && coda > leaves
      ? [...once, ...again.slice(0, toCoda + 1), ...written.slice(coda)]
      : [...once, ...(fine >= 0 ? again.slice(0, fine + 1) : again)];
  return {
    measures,
    guessed: ['The jump back is written out; repeats are not taken again after it.'],
  };
};

type Unfolded = Measure & { readonly skipped: boolean };

/** Of several endings the last is played after a jump. */
const lastTime = ({ skipped }: Unfolded): boolean => !skipped;

const unfolded = (measure: Measure, index: number, all: readonly Measure[]): Unfolded => {
  const start = all.slice(0, index + 1).findLastIndex(({ endingStart }) => endingStart);
  const inside = start >= 0 && !all.slice(start, index).some(({ endingStop }) => endingStop);
  const later = all.slice(index + 1).findIndex(({ endingStart }) => endingStart);
  const forward = all.slice(index + 1).findIndex(({ forward: begins }) => begins);
  const another = later >= 0 && (forward < 0 || later <= forward);
  return {
    ...measure,
    forward: false,
    backward: undefined,
    endingStart: undefined,
    endingStop: false,
    skipped: inside && another,
  };
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

/** Held tempos, begun anew with each section. */
const temposOf = (
  measures: readonly Measure[],
  sections: readonly { readonly from: number }[],
): Fitted[] => {
  const starts = new Set(sections.map(({ from }) => from));
  const tempos: { from: number; to: number; start: number }[] = [];
  measures.forEach(({ tempo }, index) => {
    const last = tempos.at(-1);
    if (last && last.start === tempo && !starts.has(index)) last.to = index + 1;
    else tempos.push({ from: index, to: index + 1, start: tempo });
  });
  return tempos.map((one) => ({ ...one, end: one.start, shape: 'held' }));
};

const startsOf = (measures: readonly Measure[]): number[] => {
  const starts = [0];
  for (const { meter } of measures) starts.push(starts.at(-1)! + barTicks(meter));
  return starts;
};
