/** Patterns as they are written on a staff: values, rests, tuplets and beams, before any drawing. */
export * from './engrave';
