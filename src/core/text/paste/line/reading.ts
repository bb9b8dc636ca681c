import type { Fact } from '../fact';
import { type Line, meaningsAt } from './line';
import { type Again, COST, type Does, type Manner, type Start, type Step } from './step';
import { stepsAt } from './steps';

/** A section as it was read from pasted text. */
export type PastedSection = Fact & {
  readonly name: string;
  /** What was not understood in its line. */
  readonly words: string;
};

/** A section before the rest of the message has been looked at. */
export type ReadSection = PastedSection & {
  readonly firstBar?: number;
  readonly inBars?: boolean;
  readonly sign?: boolean;
  readonly toCoda?: boolean;
};

/** What one line may say. */
export type Reading = {
  readonly sections: readonly ReadSection[];
  /** What it says of the song as a whole. */
  readonly song: Fact;
  /** What is to be played once more, before the section with this index in the line. */
  readonly again: readonly {
    readonly what: Again;
    readonly before: number;
  }[];
  readonly guesses: readonly string[];
  /** Words that are about nothing known, in a line without a section. */
  readonly left: string;
  readonly cost: number;
};

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
    const reading = assembled(line, way, cost);
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

type Draft = {
  start: Start;
  fact: Fact & { readonly inBars?: boolean };
  words: string[];
  sign?: boolean;
  toCoda?: boolean;
};

const assembled = (line: Line, last: Way, cost: number): Reading => {
  const path: Way[] = [];
  for (let way: Way | undefined = last; way?.step; way = way.back) path.unshift(way);
  const drafts: Draft[] = [];
  const again: { what: Again; before: number }[] = [];
  const guesses: string[] = [];
  let song: Fact = {};
  let sign = false;
  let each: number | undefined;
  const left: string[] = [];
  let wordsUntil = -1;
  for (const { step, from } of path) {
    const { does, to } = step!;
    const draft = drafts.at(-1);
    switch (does.does) {
      case 'start':
        guesses.push(...does.start.guesses);
        drafts.push({ start: does.start, fact: {}, words: [], ...(sign && { sign }) });
        sign = false;
        break;
      case 'count':
        if (does.each) each = does.bars;
        if (draft)
          draft.fact = {
            ...draft.fact,
            ...(does.bars !== undefined && { bars: does.bars }),
            ...(does.times !== undefined && { times: does.times }),
            ...(does.inBars && { inBars: true }),
          };
        break;
      case 'say':
        if (does.guess) guesses.push(does.guess);
        if (draft && !isOfSong(does.fact)) draft.fact = merged(draft.fact, does.fact);
        else song = merged(song, does.fact);
        break;
      case 'again':
        again.push({ what: does.what, before: drafts.length });
        break;
      case 'jump':
        // `Segno: Verse 16`
        if (does.what === 'sign' && !draft) sign = true;
        else if (draft)
          Object.assign(draft, does.what === 'sign' ? { sign: true } : { toCoda: true });
        break;
      case 'words': {
        const text = line.text.slice(line.tokens[from]!.at, line.tokens[to - 1]!.end);
        const list = draft?.words ?? left;
        // What stood together stays together.
        const between = wordsUntil >= 0 ? line.text.slice(wordsUntil, line.tokens[from]!.at) : '';
        const joined = list.length > 0 && wordsUntil >= 0 && between.length < 24;
        if (joined) list[list.length - 1] += between + text;
        else list.push(text);
        wordsUntil = line.tokens[to - 1]!.end;
        continue;
      }
      case 'skip':
        continue;
    }
    wordsUntil = -1;
  }
  // `8 bars each, twice` is the whole row once more.
  const rounds = each === undefined ? 1 : (drafts.at(-1)?.fact.times ?? 1);
  if (rounds > 1) drafts[drafts.length - 1]!.fact = { ...drafts.at(-1)!.fact, times: 1 };
  const row = Array.from({ length: Math.min(rounds, 16) }, () => drafts).flat();
  return {
    sections: row.map(({ start: { guesses: _, ...start }, fact, words, sign, toCoda }) => ({
      ...start,
      ...fact,
      ...(each !== undefined && { bars: fact.bars ?? each }),
      words: words.join(', '),
      ...(sign && { sign }),
      ...(toCoda && { toCoda }),
    })),
    song,
    again,
    guesses,
    left: left.join(', '),
    cost,
  };
};

/** What is said of the song wherever it stands. */
const isOfSong = ({ countIn }: Fact): boolean => countIn !== undefined;

/** The first word on anything stands; what is said of the feel adds up. */
const merged = (fact: Fact, more: Fact): Fact => ({
  ...more,
  ...fact,
  ...(fact.feel &&
    more.feel && {
      feel: {
        ...fact.feel,
        ...(more.feel.backbeat !== 'normal' && { backbeat: more.feel.backbeat }),
        ...(more.feel.swing && { swing: more.feel.swing }),
        ...(more.feel.style && { style: more.feel.style }),
      },
    }),
});
