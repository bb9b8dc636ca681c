/** What a band has: songs with their arrangements, gigs and rehearsals with their sets. */
export * from './book';
export * from './file';
export * from './programs';
export * from './sets';
export * from './songs';
