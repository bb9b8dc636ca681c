/** Documents in the database: reading, saving changes with their log, and telling of them. */
export * from './cache';
export * from './documents';
export * from './kinds';
export * from './news';
export * from './presence';
