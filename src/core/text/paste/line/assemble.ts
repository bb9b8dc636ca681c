import type { Fact } from '../fact';
import { type Line, meaningsAt } from './line';
import type { Again, Does, Start } from './step';

/** A section as it was read from pasted text. */
export type PastedSection = Fact & {
  readonly name: string;
  /** What was not understood in its line. */
  readonly words: string;
};

/** A section before the rest of the message has been looked at. */
export type ReadSection = PastedSection &
  Pick<Start, 'firstBar' | 'inBars'> & {
    /** A jump comes back to it. */
    readonly sign?: boolean;
    /** After a jump one goes from its end to the coda. */
    readonly toCoda?: boolean;
  };

/** What one line may say. */
export type Reading = {
  readonly sections: readonly ReadSection[];
  /** What it says of the song as a whole: tempo, meter, count. */
  readonly song: Fact;
  /** What is to be played once more, before the section with this index in the line. */
  readonly again: readonly { readonly what: Again; readonly before: number }[];
  readonly guesses: readonly string[];
  /** Words before its first section, that are about nothing known. */
  readonly left: string;
  readonly cost: number;
};

/** What some tokens were taken for, in the order of the line. */
export type Taken = { readonly from: number; readonly to: number; readonly does: Does };

/** Tokens that stay words: from one up to another, and up to where nothing else was said. */
type Words = { readonly from: number; to: number; reach: number };

type Draft = {
  start: Start;
  fact: Fact & Pick<Start, 'inBars'>;
  readonly words: Words[];
  sign: boolean;
  toCoda: boolean;
};

type Assembly = {
  readonly line: Line;
  readonly drafts: Draft[];
  readonly left: Words[];
  readonly again: { what: Again; before: number }[];
  readonly guesses: string[];
  song: Fact;
  /** A sign stood before the first section. */
  sign: boolean;
  /** The length of every section of the line. */
  each: number | undefined;
  /** Words that go on, and little words that may lead to some. */
  open: Words | undefined;
  lead: { readonly from: number; readonly reach: number } | undefined;
};

/** A line's sections and facts from what each of its tokens is taken for. */
export const assembled = (line: Line, path: readonly Taken[], cost: number): Reading => {
  const assembly: Assembly = {
    line,
    drafts: [],
    left: [],
    again: [],
    guesses: [],
    song: {},
    sign: false,
    each: undefined,
    open: undefined,
    lead: undefined,
  };
  for (const taken of path) take(assembly, taken);
  const { song, again, guesses, left } = assembly;
  return {
    sections: inRounds(assembly).map((draft) => sectionOf(line, draft, assembly.each)),
    song,
    again,
    guesses,
    left: textOf(line, left),
    cost,
  };
};

const take = (assembly: Assembly, { from, to, does }: Taken): void => {
  const draft = assembly.drafts.at(-1);
  // What nobody plays yet is only words.
  const isWords = does.does === 'words' || (does.does === 'say' && !draft && !isOfSong(does.fact));
  if (isWords) {
    keepWords(assembly, from, to);
    return;
  }
  if (does.does === 'skip') {
    passOver(assembly, from, to);
    return;
  }
  assembly.open = undefined;
  assembly.lead = undefined;
  switch (does.does) {
    case 'start':
      begin(assembly, does.start);
      break;
    case 'count':
      if (does.each) assembly.each = does.bars;
      if (draft) draft.fact = { ...draft.fact, ...counted(does) };
      break;
    case 'say':
      if (does.guess) assembly.guesses.push(does.guess);
      if (draft && does.fact.countIn === undefined) draft.fact = merged(draft.fact, does.fact);
      else assembly.song = merged(assembly.song, does.fact);
      break;
    case 'again':
      assembly.again.push({ what: does.what, before: assembly.drafts.length });
      break;
    case 'jump':
      if (does.what !== 'sign') {
        if (draft) draft.toCoda = true;
      } else if (draft) draft.sign = true;
      // `Segno: Verse 16`
      else assembly.sign = true;
      break;
  }
};

const begin = (assembly: Assembly, start: Start): void => {
  assembly.guesses.push(...start.guesses);
  assembly.drafts.push({ start, fact: {}, words: [], sign: assembly.sign, toCoda: false });
  assembly.sign = false;
};

const counted = ({
  bars,
  times,
  inBars,
}: Pick<Start, 'bars' | 'times' | 'inBars'>): Draft['fact'] => ({
  ...(bars !== undefined && { bars }),
  ...(times !== undefined && { times }),
  ...(inBars && { inBars }),
});

const isOfSong = ({ tempo, meter, countIn }: Fact): boolean =>
  tempo !== undefined || meter !== undefined || countIn !== undefined;

/** What stands together stays together, with the little words before it: `no crash`. */
const keepWords = (assembly: Assembly, from: number, to: number): void => {
  const { open, lead, drafts, left } = assembly;
  if (open?.reach === from) {
    open.to = to;
    open.reach = to;
    return;
  }
  assembly.open = { from: lead?.reach === from ? lead.from : from, to, reach: to };
  assembly.lead = undefined;
  (drafts.at(-1)?.words ?? left).push(assembly.open);
};

const passOver = (assembly: Assembly, from: number, to: number): void => {
  const { line, open, lead } = assembly;
  const little = meaningsAt(line, from, 'filler').length > 0;
  if (open?.reach === from) {
    // `drums only`, but not `drums then`
    if (little && open.to === from) open.to = to;
    open.reach = to;
  } else if (little) assembly.lead = { from: lead?.reach === from ? lead.from : from, reach: to };
  else assembly.lead = undefined;
};

const MOST_ROUNDS = 16;

/** `8 bars each, twice` is the whole row once more. */
const inRounds = ({ drafts, each }: Assembly): readonly Draft[] => {
  const last = drafts.at(-1);
  const rounds = each === undefined ? 1 : (last?.fact.times ?? 1);
  if (!last || rounds < 2) return drafts;
  const once = [...drafts.slice(0, -1), { ...last, fact: { ...last.fact, times: 1 } }];
  return Array.from({ length: Math.min(rounds, MOST_ROUNDS) }, () => once).flat();
};

const sectionOf = (line: Line, draft: Draft, each: number | undefined): ReadSection => {
  const { guesses: _, ...start } = draft.start;
  const bars = draft.fact.bars ?? start.bars ?? each;
  const words = draft.words.filter((one) => !saysLength(line, one, bars));
  return {
    ...start,
    ...draft.fact,
    ...(bars !== undefined && { bars }),
    words: textOf(line, words),
    ...(draft.sign && { sign: true }),
    ...(draft.toCoda && { toCoda: true }),
  };
};

/** `12 (yes 12!)` */
const saysLength = (line: Line, { from, to }: Words, bars: number | undefined): boolean =>
  line.tokens
    .slice(from, to)
    .every(
      ({ kind, value }, index) =>
        kind === 'mark' ||
        (kind === 'number' && value === bars) ||
        meaningsAt(line, from + index, 'filler').length > 0,
    ) && line.tokens.slice(from, to).some(({ kind }) => kind === 'number');

const textOf = (line: Line, words: readonly Words[]): string =>
  words
    .map(({ from, to }) => line.text.slice(line.tokens[from]!.at, line.tokens[to - 1]!.end))
    .join(', ');

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
