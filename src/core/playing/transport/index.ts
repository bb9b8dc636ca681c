/**
 * The transport's arithmetic: a program goes by on a clock, from any place, at any rate, with jumps,
 * loops, waits and edits under way. A plan says what goes by when; steps make a plan of a plan. Who
 * makes the sounds, sends MIDI clock or moves a needle reads the plan. docs/transport.md says what
 * each move does in each state.
 */
export * from './due';
export * from './moves';
export * from './pauses';
export * from './plan';
export * from './samePlace';
export * from './state';
export * from './steps';
export { rateOf, reachOf, unfold } from './unfold';
