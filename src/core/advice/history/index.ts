/**
 * A document's log in the words of a band: who did what in which sitting, what overtook what, and how
 * one thing of it is taken back.
 */
export * from './setSteps';
export * from './sittings';
export * from './songSteps';
export type { Step } from './step';
export * from './valueWords';
