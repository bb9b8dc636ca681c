/**
 * Paste anything: what bands really send each other, read as a road map as far as it goes. Every line
 * comes back with what was understood, what was guessed, and what was not understood.
 *
 * A line is cut into words and numbers (`line`), each with what it may mean (`vocabulary`); all ways
 * through it are weighed, and the cheapest is its reading. Then the lines are held against each other
 * (`message`).
 */

export type { Fact } from './fact';
export type { PastedSection } from './line';
export * from './pasted';
export * from './read';
export * from './toMap';
