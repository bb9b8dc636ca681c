import { assembled, type Reading, type Taken } from './assemble';
import { type Line, meaningsAt } from './line';
import { COST, type Does, type Manner, type Step } from './step';
import { stepsAt } from './steps';

/** A section in the line, with a length, with a number of times. */
type State = { readonly section: boolean; readonly bars: boolean; readonly times: boolean };

const STATES: readonly State[] = [
  { section: false, bars: false, times: false },
  { section: true, bars: false, times: false },
  { section: true, bars: true, times: false },
  { section: true, bars: false, times: true },
  { section: true, bars: true, times: true },
];

const indexOf = (wanted: State): number =>
  STATES.findIndex(
    ({ section, bars, times }) =>
      section === wanted.section && bars === wanted.bars && times === wanted.times,
  );

const OPEN = STATES.map(({ section, bars }) => section && !bars);

/** So many ways to each place are kept. */
const KEPT = 3;

/** How much less likely than the best a reading may be and still be one. */
export const NEARLY = 0.5;

type Way = {
  readonly cost: number;
  readonly back: Way | undefined;
  readonly step: Step | undefined;
  readonly from: number;
};

/** The best and the next that says something else. */
const MOST_READINGS = 2;

/**
 * The likeliest readings of a line: the cheapest ways through its tokens (Viterbi 1967), of which those
 * that come to the same are one.
 *
 * @returns one or two, the likelier first
 */
export const readingsOf = (line: Line, manner: Manner): readonly Reading[] => {
  const count = line.tokens.length;
  const missing = isRow(line) ? COST.noLengthInRow : COST.noLength;
  // What is open has no length yet.
  const closing = (state: number) => (OPEN[state] ? missing : 0);
  const ways: (Way[] | undefined)[][] = Array.from({ length: count + 1 }, () => []);
  ways[0]![0] = [{ cost: 0, back: undefined, step: undefined, from: 0 }];
  for (let from = 0; from < count; from++) {
    const here = ways[from]!;
    if (here.length === 0) continue;
    for (const step of stepsAt(line, from)) {
      const own = step.cost + (step.extra?.[manner] ?? 0);
      const there = ways[step.to]!;
      const { does } = step.does;
      here.forEach((kept, state) => {
        const next = after(state, step.does);
        if (!kept || next === undefined) return;
        // Words of a song begin like sections: `Out on the water`.
        const loose = does === 'words' && OPEN[state] && !line.pure ? step.cost / 2 : 0;
        const more = own + loose + (does === 'start' ? closing(state) : 0);
        for (const way of kept) {
          there[next] ??= [];
          keep(there[next], way.cost + more, way, step, from);
        }
      });
    }
  }
  const ends = ways[count]!.flatMap((kept, state) =>
    (kept ?? []).map((way) => ({ way, cost: way.cost + closing(state) })),
  ).sort((a, b) => a.cost - b.cost);
  const readings = new Map<string, Reading>();
  for (const { way, cost } of ends) {
    if (readings.size === MOST_READINGS || cost > ends[0]!.cost + NEARLY) break;
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

/** Keeps a way among the cheapest to a place. */
const keep = (kept: Way[], cost: number, back: Way, step: Step, from: number): void => {
  let at = kept.length;
  while (at > 0 && kept[at - 1]!.cost > cost) at--;
  if (at >= KEPT) return;
  if (kept.length === KEPT) kept.pop();
  kept.splice(at, 0, { cost, back, step, from });
};

/** The state behind a step; nothing where the step cannot be made. */
const after = (state: number, does: Does): number | undefined => {
  const here = STATES[state]!;
  if (does.does === 'start')
    return indexOf({
      section: true,
      bars: does.start.bars !== undefined,
      times: does.start.times !== undefined,
    });
  if (does.does !== 'count') return state;
  if (!here.section) return undefined;
  if (does.bars !== undefined && here.bars) return undefined;
  if (does.times !== undefined && here.times) return undefined;
  return indexOf({
    section: true,
    bars: here.bars || does.bars !== undefined,
    times: here.times || does.times !== undefined,
  });
};
