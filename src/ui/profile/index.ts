/** The profile: a song drawn as a route, to scale in time, its height the level. */

export { Ground } from './Ground';
export type { Scale, Stretch } from './geometry';
export { NoteIcon } from './NoteGlyph';
export { Profile } from './Profile';
export { Thumbnail } from './Thumbnail';
