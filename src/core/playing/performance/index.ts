/**
 * The song as the drummer plays it: every stroke of grooves, fills and hits with its time, its force
 * and the limb that plays it. The player, the file and the figures of load are read off it.
 */
export * from './audition';
export * from './feel';
export * from './loads';
export * from './note';
export * from './perform';
