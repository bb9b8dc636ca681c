/**
 * What a chart of a song says: its rows with their grooves, levels and what stands in them, and what
 * will catch out whoever has never played it. Paper, message and score all say the same.
 */
export type { ChartNote } from './notes';
export * from './patterns';
export * from './rows';
export * from './surprises';
export { smallTempos } from './tempos';
export * from './words';
