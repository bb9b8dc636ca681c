/**
 * The kit: its voices and the ways to strike them, patterns with their grids and count words, the
 * typed form of a pattern, patterns derived from others, starting points, stickings, and what a
 * pattern asks of each limb.
 */
export * from './counting';
export * from './derive';
export * from './difficulty';
export * from './easier';
export * from './figures';
export * from './generate';
export * from './keys';
export * from './layout';
export * from './load';
export * from './operations';
export * from './ornaments';
export * from './pattern';
export * from './starts';
export * from './sticking';
export * from './troubles';
export * from './typed';
export * from './voices';
