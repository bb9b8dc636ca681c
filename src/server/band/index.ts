/** What a band has: songs with their arrangements, gigs and rehearsals with their sets. */
export * from './book';
export * from './deleting';
export * from './file';
export * from './find';
export * from './programs';
export * from './sets';
export * from './songs';
