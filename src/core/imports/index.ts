/**
 * Songs from files of other programs: what is understood of them as a road map, with what was guessed
 * and what was left out.
 */
export { songFromMidi } from './midi';
export type { Understood } from './song';
