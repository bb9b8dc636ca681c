/**
 * Judgement that the tool takes over: remarks on a road map, each a plain sentence with the place it
 * speaks of and, where there is an obvious one, a way to fix it; and how much of the song each part
 * is, and so what to learn first.
 */

export type { Limbs } from './limbs';
export type { Remark } from './remark';
export { remarksOn } from './remarks';
export * from './shares';
