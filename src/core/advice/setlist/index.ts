/**
 * Judgement of a set: what it takes to go from each song into the next, remarks on what is hard there
 * and on its time, and the order that would take least.
 */
export type { LimbLoad } from '../limbs';
export { type Edge, factsOf, type SongFacts } from './facts';
export { type BetterOrder, betterOrder, costOf, type SetOrder } from './order';
export { remarksOnSet, type SetRemark } from './remarks';
export { COSTS, fifthsBetween, type Step, stepsBetween } from './steps';
