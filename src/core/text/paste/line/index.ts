/** One line of a message: its words and numbers, and the sections that they may speak of. */

export type { PastedSection, Reading, ReadSection } from './assemble';
export { type Line, lineOf, namedByLetters } from './line';
export * from './reading';
export { MANNERS, type Manner } from './step';
