/**
 * What to practise until a gig: what there is to be able to play in its songs, how far somebody is with it by
 * what they have logged, and what to do on which day for how long. It is made anew from the log each time.
 */
export * from './days';
export * from './goals';
export * from './items';
export * from './outlook';
export * from './plan';
export * from './review';
export * from './settings';
export * from './standing';
export * from './words';
export { isWorked } from './work';
