import { assembled, type Reading, type Taken } from './assemble';
import { type Line, meaningsAt } from './line';
import { COST, type Does, type Manner, type Start, type Step } from './step';
import { stepsAt } from './steps';

/** What a line has had so far, as bits: a section, its length, its number of times. */
const SECTION = 1;
const BARS = 2;
const TIMES = 4;
const isOpen = (state: number): boolean => (state & (SECTION | BARS)) === SECTION;

/** So many ways to each place are kept where a second reading is wanted. */
const KEPT = 3;

/** How much less likely than the best a reading may be and still be one. */
export const NEARLY = 0.5;

type Way = {
  readonly cost: number;
  readonly back: Way | undefined;
  readonly step: Step | undefined;
  readonly from: number;
};

/**
 * The likeliest readings of a line: the cheapest ways through its tokens (Viterbi 1967), of which those
 * that come to the same are one.
 *
 * @param most 1 for the likeliest alone, 2 with the next that says something else
 * @returns at least one, the likelier first
 */
export const readingsOf = (line: Line, manner: Manner, most: 1 | 2 = 2): readonly Reading[] => {
  const kept = most === 1 ? 1 : KEPT;
  const count = line.tokens.length;
  const missing = isRow(line) ? COST.noLengthInRow : COST.noLength;
  // What is open has no length yet.
  const closing = (state: number) => (isOpen(state) ? missing : 0);
  const ways: (Way[] | undefined)[][] = Array.from({ length: count + 1 }, () => []);
  ways[0]![0] = [{ cost: 0, back: undefined, step: undefined, from: 0 }];
  for (let from = 0; from < count; from++) {
    const here = ways[from]!;
    if (here.length === 0) continue;
    for (const step of stepsAt(line, from)) {
      const own = step.cost + (step.extra?.[manner] ?? 0);
      const there = ways[step.to]!;
      const { does } = step.does;
      for (let state = 0; state < here.length; state++) {
        const before = here[state];
        const next = before && after(state, step.does);
        if (next === undefined) continue;
        // Words of a song begin like sections: `Out on the water`.
        const loose = does === 'words' && isOpen(state) && !line.pure ? step.cost / 2 : 0;
        const more = own + loose + (does === 'start' ? closing(state) : 0);
        there[next] ??= [];
        for (const way of before!) keep(there[next], kept, way, way.cost + more, step, from);
      }
    }
  }
  const ends = ways[count]!.flatMap((before, state) =>
    (before ?? []).map((way) => ({ way, cost: way.cost + closing(state) })),
  ).sort((a, b) => a.cost - b.cost);
  const readings = new Map<string, Reading>();
  for (const { way, cost } of ends) {
    if (readings.size === most || cost > ends[0]!.cost + NEARLY) break;
    const reading = assembled(line, pathTo(way), cost);
    const said = signature(reading);
    if (!readings.has(said)) readings.set(said, reading);
  }
  return [...readings.values()];
};

/** Several names, and nothing but names and counts. */
const isRow = (line: Line): boolean => {
  const names = line.tokens.filter(
    ({ text }, index) =>
      meaningsAt(line, index, 'name').length > 0 || (line.letters && /^[A-H]'?$/.test(text)),
  );
  return line.pure && names.length > 1;
};

/** Whether a line means the same in every manner. */
export const isPlainly = (line: Line): boolean =>
  line.tokens.every((_, index) => stepsAt(line, index).every(({ extra }) => extra === undefined));

/** What tells two readings apart. */
export const signature = ({ sections, song }: Pick<Reading, 'sections' | 'song'>): string =>
  JSON.stringify([
    sections.map(({ name, bars, times }) => [name, bars, times]),
    song.tempo,
    song.countIn,
  ]);

const pathTo = (end: Way): Taken[] => {
  const path: Taken[] = [];
  for (let way: Way | undefined = end; way?.step; way = way.back)
    path.push({ from: way.from, to: way.step.to, does: way.step.does });
  return path.reverse();
};

/** Keeps the way that goes on from another among the cheapest to a place. */
const keep = (
  ways: Way[],
  most: number,
  back: Way,
  cost: number,
  step: Step,
  from: number,
): void => {
  let at = ways.length;
  while (at > 0 && ways[at - 1]!.cost > cost) at--;
  if (at >= most) return;
  if (ways.length === most) ways.pop();
  ways.splice(at, 0, { cost, back, step, from });
};

/** The state behind a step; nothing where the step cannot be made. */
const after = (state: number, does: Does): number | undefined => {
  if (does.does === 'start') return SECTION | saidBy(does.start);
  if (does.does !== 'count') return state;
  const said = saidBy(does);
  return state & SECTION && !(state & said) ? state | said : undefined;
};

const saidBy = ({ bars, times }: Pick<Start, 'bars' | 'times'>): number =>
  (bars === undefined ? 0 : BARS) | (times === undefined ? 0 : TIMES);
