/**
 * What can be done to a road map, as lists of operations: adding, moving, copying and removing
 * sections, repeats, endings and details; folding equal sections into a repeat and back; turning a
 * double-time feel into a doubled tempo and back.
 */
export * from './doubleTime';
export * from './fold';
export * from './marks';
export * from './place';
export * from './rows';
export * from './sections';
export * from './takeHeard';
export * from './taps';
