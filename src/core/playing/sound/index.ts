/** The kit as sound: each stroke as samples, and what sounds when, for the player and for files. */
export * from './drums';
export * from './program';
export * from './schedule';
