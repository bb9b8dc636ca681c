/** What a process says of itself while it runs: figures, and faults. */
export * from './faults';
export * from './figures';
