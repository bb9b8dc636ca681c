/** What a band has: songs with their arrangements, gigs and rehearsals with their sets. */

export * from './calendar';
export * from './file';
export * from './find';
export * from './library';
export * from './programs';
export * from './removing';
export * from './sets';
export * from './shown';
export * from './songs';
