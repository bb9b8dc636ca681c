/**
 * How a passage is practised: tempo ladders, which stroke was meant by which, and how early, late and even
 * strokes came. A simulated drummer plays what is expected, for tests and for want of a kit.
 */
export * from './drummer';
export * from './ladder';
export * from './lateness';
export * from './matching';
export * from './notes';
export * from './passage';
export * from './rounds';
export * from './timing';
export * from './words';
