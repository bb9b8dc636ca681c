import type { Fact } from './fact';
import type { PastedSection } from './line';

/** What a line says, in one way of reading it. */
export type Said = {
  readonly sections: readonly PastedSection[];
  /** What it says of the song as a whole. */
  readonly song: Fact;
};

/** One line of what was pasted, and what became of it. */
export type PastedLine = Said & {
  /** From 1. */
  readonly line: number;
  readonly text: string;
  /** What was guessed, in sentences. */
  readonly guesses: readonly string[];
  readonly status: 'understood' | 'guessed' | 'not understood' | 'empty';
  /** What else it may say, where that is nearly as likely. */
  readonly second?: Said;
};

/** A song of the message: its title, where one stands above it, and its lines. */
export type PastedSong = {
  readonly title: string;
  /** Line numbers, from 1. */
  readonly from: number;
  readonly to: number;
};

export type Pasted = {
  readonly lines: readonly PastedLine[];
  /** One for each song that the message speaks of; a single one has all lines. */
  readonly songs: readonly PastedSong[];
  readonly problem: string | undefined;
};
