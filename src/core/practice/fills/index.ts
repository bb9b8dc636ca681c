/** Fills to be practised in the flow of a groove: drawn by a seed, played, or asked for and answered. */
export * from './training';
