/**
 * Sets: which arrangements are played in which order with what between them, as one document; and
 * the program that joins their timelines into one stretch of time.
 */
export * from './anchor';
export * from './changes';
export * from './join';
export * from './program';
export * from './reorder';
export * from './schema';
export * from './source';
