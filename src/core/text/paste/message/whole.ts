import { plural } from '../../../base/words';
import type { Fact } from '../fact';
import type { PastedSection, Reading, ReadSection } from '../line';
import type { Said } from '../pasted';

/** A line as it was read by itself. */
export type Candidate = {
  readonly bare: string;
  readonly reading: Reading;
  /** What it may say instead. */
  readonly second: Reading | undefined;
  /** Bars of chords between bar lines. */
  readonly chords: number;
  readonly isEmpty: boolean;
  readonly isTooLong: boolean;
};

/** What a line has come to once the whole message was looked at. */
export type Settled = Said &
  Omit<Candidate, 'second'> & {
    readonly second: Said | undefined;
    readonly guesses: readonly string[];
    /** Whether it speaks of other lines: their lengths, their sum. */
    readonly isAbout: boolean;
  };

type Draft = {
  readonly from: Candidate;
  sections: ReadSection[];
  song: Fact;
  guesses: string[];
  isAbout: boolean;
};

/** Without its number: the second verse is a verse. */
const baseOf = (name: string): string => {
  const base = name.replace(/ \d+$/, '').replace(/^Last /, '');
  return base[0]!.toUpperCase() + base.slice(1);
};

/**
 * What the lines of a message say of each other: counts before the song, a list of lengths, chords that
 * fill bars, bars counted from the first, times at a tempo, lengths as before, what is played once more.
 */
export const settled = (candidates: readonly Candidate[]): Settled[] => {
  const drafts = candidates.map(
    (from): Draft => ({
      from,
      sections: [...from.reading.sections],
      song: from.reading.song,
      guesses: [...from.reading.guesses],
      isAbout: false,
    }),
  );
  const meter = drafts.map(({ song }) => song.meter).find(Boolean);
  withoutNone(drafts);
  countIns(drafts, meter?.numerator ?? 4);
  lengthsFromLegend(drafts);
  lengthsFromNumbers(drafts);
  lengthsBelow(drafts);
  lengthsFromChords(drafts);
  lengthsFromFirstBars(drafts);
  lengthsFromClock(drafts);
  const known = lengthsAsBefore(drafts);
  playedAgain(drafts);
  totals(drafts);
  return drafts.map(({ from, sections, ...rest }) => ({
    ...from,
    ...rest,
    sections: sections.map(plainSection),
    second: from.second && {
      song: from.second.song,
      sections: from.second.sections.map((section) =>
        plainSection({
          ...section,
          bars: section.bars ?? known.get(baseOf(section.name)) ?? USUAL,
        }),
      ),
    },
  }));
};

/** Without what only the whole message needed. */
const plainSection = (section: ReadSection): PastedSection => {
  const { firstBar: _, inBars: __, sign: ___, toCoda: ____, ...plain } = section;
  return plain;
};

/** `Intro: none` */
const withoutNone = (drafts: readonly Draft[]): void => {
  for (const draft of drafts) {
    const played = draft.sections.filter(
      ({ bars, words }) => bars !== undefined || !/^(?:none|no|cut|skip)$/i.test(words),
    );
    if (played.length === draft.sections.length) continue;
    draft.sections = played;
    draft.guesses.push('What is left out was not taken as a section.');
    draft.isAbout = true;
  }
};

/** A count-in is no section. */
const countIns = (drafts: readonly Draft[], beats: number): void => {
  for (const draft of drafts) {
    const count = draft.sections.find(({ name }) => name === 'Count-in');
    if (!count) continue;
    draft.sections = draft.sections.filter((section) => section !== count);
    const countIn = (count.bars ?? 1) * (count.inBars || count.bars === undefined ? beats : 1);
    draft.song = { countIn, ...draft.song };
    if (count.bars === undefined)
      draft.guesses.push('How long the count is, is not said; a bar was taken.');
  }
};

/** `V=16, C=8` beside `V C V C`: the one gives the lengths of the other. */
const lengthsFromLegend = (drafts: readonly Draft[]): void => {
  const form = drafts.find(
    ({ sections }) => sections.length > 2 && sections.every(({ bars }) => bars === undefined),
  );
  if (!form) return;
  const wanted = new Set(form.sections.map(({ name }) => baseOf(name)));
  const lengths = new Map<string, number>();
  for (const draft of drafts) {
    const legend = draft === form ? undefined : legendIn(draft.sections, wanted);
    if (!legend) continue;
    for (const { name, bars } of legend) lengths.set(baseOf(name), bars!);
    draft.sections = draft.sections.filter((section) => !legend.includes(section));
    draft.guesses = [`Taken as the lengths of “${form.from.bare}”, not as sections of their own.`];
    draft.isAbout = true;
  }
  if (lengths.size === 0) return;
  form.sections = form.sections.map((section) =>
    withBars(section, lengths.get(baseOf(section.name))),
  );
  form.guesses.push('The lengths were taken from their own line.');
};

/** Sections that only say how long those of the form are; an intro may be named there alone. */
const legendIn = (
  sections: readonly ReadSection[],
  wanted: ReadonlySet<string>,
): readonly ReadSection[] | undefined => {
  const legend = sections.filter(({ name }) => wanted.has(baseOf(name)));
  const others = sections.filter((section) => !legend.includes(section));
  const once = new Set(sections.map(({ name }) => name)).size === sections.length;
  const only = others.every(({ name }, index) => name === 'Intro' && index === 0);
  return legend.length > 0 && once && only && sections.every(({ bars }) => bars !== undefined)
    ? legend
    : undefined;
};

const withBars = (section: ReadSection, bars: number | undefined): ReadSection =>
  bars === undefined ? section : { ...section, bars };

/** `(4, 16, 8)` below `Intro, Verse, Chorus`. */
const lengthsFromNumbers = (drafts: readonly Draft[]): void => {
  drafts.forEach((draft, index) => {
    const form = drafts[index - 1];
    const numbers = /^\W*\d{1,3}(?:[\s,;/+|-]+\d{1,3})+\W*$/.test(draft.from.bare)
      ? draft.from.bare.match(/\d+/g)!.map(Number)
      : [];
    if (!form || numbers.length < 2 || form.sections.length !== numbers.length) return;
    if (form.sections.some(({ bars }) => bars !== undefined)) return;
    form.sections = form.sections.map((section, place) => withBars(section, numbers[place]));
    form.guesses.push('The lengths were taken from the line below.');
    draft.sections = [];
    draft.guesses = ['Taken as the lengths of the line above.'];
    draft.isAbout = true;
  });
};

const ONLY_LENGTH = /^\W*(\d{1,3})(?:\s*(?:bars?|x))?\W*$/i;

/** `Verse` and below it `16`, more than once: names and lengths in turn. */
const lengthsBelow = (drafts: readonly Draft[]): void => {
  const lines = drafts.filter(({ from }) => !from.isEmpty);
  const pairs = lines.flatMap((draft, index) => {
    const above = lines[index - 1];
    const bars = Number(ONLY_LENGTH.exec(draft.from.bare)?.[1] ?? 0);
    const open = above?.sections.length === 1 && above.sections[0]!.bars === undefined;
    return above && open && bars > 0 ? [{ draft, above, bars }] : [];
  });
  if (pairs.length < 2) return;
  for (const { draft, above, bars } of pairs) {
    above.sections = above.sections.map((section) => withBars(section, bars));
    draft.sections = [];
    draft.song = {};
    draft.guesses = [];
    draft.isAbout = true;
  }
};

/** Lines of chords between bar lines fill the section above. */
const lengthsFromChords = (drafts: readonly Draft[]): void => {
  let last: Draft | undefined;
  let counted = false;
  for (const draft of drafts) {
    if (draft.sections.length > 0) {
      last = draft;
      counted = draft.sections.at(-1)!.bars === undefined;
    }
    if (!draft.from.chords || !last || !counted) continue;
    const section = last.sections.at(-1)!;
    const first = section.bars === undefined;
    last.sections = [
      ...last.sections.slice(0, -1),
      withBars(section, (section.bars ?? 0) + draft.from.chords),
    ];
    if (first) last.guesses.push(`How long “${section.name}” is, was counted in its chords.`);
  }
};

/** Every section of the message in order, with where it stands. */
const places = (drafts: readonly Draft[]) =>
  drafts.flatMap((draft) => draft.sections.map((section, index) => ({ draft, index, section })));

const put = (draft: Draft, index: number, section: ReadSection): void => {
  draft.sections = draft.sections.map((one, at) => (at === index ? section : one));
};

/** `Bar 1 intro`, `Bar 9 verse`: from one first bar to the next. */
const lengthsFromFirstBars = (drafts: readonly Draft[]): void => {
  const all = places(drafts);
  all.forEach(({ draft, index, section }, at) => {
    const next = all[at + 1]?.section.firstBar;
    if (section.bars !== undefined || section.firstBar === undefined || next === undefined) return;
    const bars = next - section.firstBar;
    if (bars > 0 && bars <= 2000) put(draft, index, { ...section, bars });
  });
};

/** Beats of a bar are as long as the tempo says. */
const lengthsFromClock = (drafts: readonly Draft[]): void => {
  const tempo = drafts.map(({ song }) => song.tempo).find(Boolean);
  const meter = drafts.map(({ song }) => song.meter).find(Boolean);
  if (tempo?.unit !== 'quarter') return;
  const beats = meter ? (meter.numerator * 4) / meter.denominator : 4;
  const all = places(drafts);
  all.forEach(({ draft, index, section }, at) => {
    const next = all[at + 1]?.section.inRecording;
    if (section.bars !== undefined || section.inRecording === undefined || next === undefined)
      return;
    const exact = ((next - section.inRecording) * tempo.perMinute) / 60 / beats;
    const bars = Math.round(exact);
    // A clock of whole seconds is off by one at most.
    if (bars < 1 || bars > 2000 || Math.abs(exact - bars) > tempo.perMinute / 60 / beats) return;
    put(draft, index, { ...section, bars });
    draft.guesses.push(
      `How long “${section.name}” is, was reckoned from its times and the tempo: ${plural(bars, 'bar')}.`,
    );
  });
};

const USUAL = 8;

/** What is not said is as long as the first of its name, before or behind it. */
const lengthsAsBefore = (drafts: readonly Draft[]): ReadonlyMap<string, number> => {
  const lengths = new Map<string, number>();
  for (const { section } of places(drafts)) {
    const base = baseOf(section.name);
    if (section.bars !== undefined && !lengths.has(base)) lengths.set(base, section.bars);
  }
  for (const { draft, index, section } of places(drafts)) {
    if (section.bars !== undefined) continue;
    const known = lengths.get(baseOf(section.name));
    put(draft, index, { ...section, bars: known ?? USUAL });
    draft.guesses.push(
      known === undefined
        ? `How long “${section.name}” is, is not said; ${USUAL} bars were taken.`
        : `How long “${section.name}” is, is not said; ${plural(known, 'bar')} were taken, as elsewhere.`,
    );
  }
  return lengths;
};

/** Sections that a line says are played once more, written out where it says so. */
const playedAgain = (drafts: readonly Draft[]): void => {
  drafts.forEach((draft, at) => {
    const { again } = draft.from.reading;
    for (const { what, before } of [...again].reverse()) {
      const earlier = [
        ...drafts.slice(0, at).flatMap(({ sections }) => sections),
        ...draft.sections.slice(0, before),
      ];
      if (what === 'those') {
        if (before < draft.sections.length) draft.guesses.push('“repeat” was written out.');
        continue;
      }
      draft.isAbout = true;
      const sign = earlier.findIndex((section) => section.sign);
      const from = what === 'sign' ? sign : 0;
      const coda = earlier.findIndex(
        (section, index) => index >= Math.max(0, from) && section.toCoda,
      );
      const until = what === 'sign' && coda >= 0 ? coda + 1 : lastBeforeCoda(earlier, from);
      const played = from < 0 ? [] : earlier.slice(from, until);
      draft.sections = [
        ...draft.sections.slice(0, before),
        ...played.map(({ sign: _, toCoda: __, ...section }) => section),
        ...draft.sections.slice(before),
      ];
      draft.guesses.push(
        played.length > 0
          ? `What is played again was written out: ${played.map(({ name }) => name).join(', ')}.`
          : 'Where it goes back to, is not said.',
      );
    }
  });
};

/** Without a mark one goes back and plays up to where one came from, at D.S. to what leads to the coda. */
const lastBeforeCoda = (earlier: readonly ReadSection[], from: number): number => {
  const solo = earlier.findIndex(
    ({ name }, index) => index > from && /solo|bridge|interlude/i.test(name),
  );
  return from > 0 && solo > 0 ? solo : earlier.length;
};

/** `Total 54 bars` is compared. */
const totals = (drafts: readonly Draft[]): void => {
  drafts.forEach((draft, at) => {
    const said = /\b(?:total|in all|altogether|gesamt|insgesamt)\b\D{0,12}(\d{1,4}) ?bars?/i.exec(
      draft.from.bare,
    );
    if (!said) return;
    const sum = drafts
      .slice(0, at)
      .flatMap(({ sections }) => sections)
      .reduce((bars, section) => bars + (section.bars ?? 0) * (section.times ?? 1), 0);
    const wanted = Number(said[1]);
    draft.sections = [];
    draft.song = {};
    draft.guesses = [
      sum === wanted
        ? `The sections above come to ${sum} bars, as it says.`
        : `The sections above come to ${sum} bars; this says ${wanted}.`,
    ];
    draft.isAbout = true;
  });
};
