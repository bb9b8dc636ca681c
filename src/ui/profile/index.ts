/** The profile: a song drawn as a route, to scale in time, its height the level. */

export { Ground } from './Ground';
export { HEIGHTS } from './geometry';
export { NoteIcon } from './NoteGlyph';
export { Profile, ZOOMS } from './Profile';
export { ResizableProfile } from './ResizableProfile';
export { type Scale, scaleOver, xOf } from './scale';
export type { Stretch } from './stretches';
export { Thumbnail } from './Thumbnail';
export { useNeedle } from './useNeedle';
