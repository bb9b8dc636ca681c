import type { Fact } from '../fact';

/**
 * How the numbers of a whole message are meant: lengths behind names; counting the sections of a kind
 * (`Verse 2` is the second one); or lengths before names (`16 verse`).
 */
export const MANNERS = ['plain', 'counted', 'before'] as const;
export type Manner = (typeof MANNERS)[number];

/** What more something costs in a manner. */
export type Extra = Readonly<Partial<Record<Manner, number>>>;

/** A section that begins. */
export type Start = {
  readonly name: string;
  readonly bars?: number;
  readonly times?: number;
  readonly inRecording?: number;
  /** The song's bar with which it begins, from 1. */
  readonly firstBar?: number;
  /** Whether its length is said in bars, not only as a number. */
  readonly inBars?: boolean;
  readonly guesses: readonly string[];
};

export type Again = 'top' | 'sign' | 'those' | 'all';

/** What some tokens are taken for. */
export type Does =
  | { readonly does: 'start'; readonly start: Start }
  | ({ readonly does: 'count'; readonly each?: boolean } & Pick<Start, 'bars' | 'times' | 'inBars'>)
  | { readonly does: 'say'; readonly fact: Fact; readonly guess?: string }
  | { readonly does: 'again'; readonly what: Again }
  | { readonly does: 'jump'; readonly what: 'sign' | 'to coda' | 'al coda' }
  | { readonly does: 'words' | 'skip' };

/** Some tokens taken for something, and how unlikely that is: 0 is certain, 1 is hard to believe. */
export type Step = {
  readonly to: number;
  readonly cost: number;
  readonly extra?: Extra;
  readonly does: Does;
};

/** Both of two extras, as a field. */
export const added = (one: Extra | undefined, other: Extra | undefined): Pick<Step, 'extra'> =>
  one || other
    ? {
        extra: Object.fromEntries(
          MANNERS.map((manner) => [manner, (one?.[manner] ?? 0) + (other?.[manner] ?? 0)]),
        ),
      }
    : {};

/** What each doubt costs. All of them are weights of ours, found on the first lot of messages. */
export const COST = {
  // Words and numbers that are kept as words.
  filler: 0.01,
  plainWord: 0.12,
  littleWord: 0.05,
  mention: 0.45,
  mentionAtStart: 0.8,
  pointedMention: 0.05,
  placeNumber: 0.15,
  strayNumber: 1.5,
  strayBars: 0.8,
  strayInBrackets: 0.6,
  strayUnnamed: 0.4,
  strayInChatter: 0.1,
  // Sections.
  short: 0.15,
  typo: 0.3,
  notAtStart: 0.35,
  pointed: 2,
  pointedWithBars: 0.3,
  sung: 0.5,
  asked: 1,
  happening: 0.4,
  headed: 0.3,
  ownName: 0.9,
  ownNameInTable: 0.25,
  ownNameBesideKnown: 1,
  noLength: 0.6,
  noLengthInRow: 0.05,
} as const;
