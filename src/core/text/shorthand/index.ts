/**
 * The short-hand: a road map as text, one line a section, that reads back to the same map. Text and
 * rows are two views of one thing. The grammar stands in docs/formats.md.
 */
export { detailText } from './detailText';
export { roadMapFrom } from './from';
export * from './heardGroove';
export * from './mend';
export { namesIn } from './names';
export * from './parse';
export * from './print';
export { saidOf, saidText } from './properties';
