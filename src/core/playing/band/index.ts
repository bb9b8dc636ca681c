/** A made-up band that plays a song from its map, for demonstrations and tests. */
export * from './band';
