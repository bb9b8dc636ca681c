/**
 * Songs from files of other programs: what is understood of them as a road map, with what was guessed
 * and what was left out. Everything is bounded: sizes, depth, bars.
 */
export { songFromMidi } from './midi';
export { LARGEST_FILE, type Opened, openSong } from './open';
