/** What a server is told before it starts, checked and explained. */
export * from './file';
export * from './settings';
