/**
 * Paste anything: what bands really send each other, read as a road map as far as it goes. Every line
 * comes back with what was understood, what was guessed, and what was not understood.
 */

export type { Fact, PastedSection } from './facts';
export * from './read';
export * from './toMap';
