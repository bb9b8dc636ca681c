/**
 * The road map of an arrangement: how it starts, its parts, its sections with the repeats and endings
 * they stand in, and what stands at places inside them, as one document with one schema. Here too:
 * the form as a tree, its unrolling into passes, what a section inherits, and the short words in
 * which a tempo, a meter, a level, a feel, a place or some passes are typed and shown.
 */
export * from './details';
export * from './entry';
export * from './every';
export * from './fittedTempo';
export * from './form';
export * from './passes';
export * from './phrases';
export * from './position';
export * from './resolve';
export * from './roadMap';
export * from './schema';
export * from './tempoChange';
export * from './values';
