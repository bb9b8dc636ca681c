/** Members, their sessions, their bands and roles. */
export * from './bands';
export * from './kit';
export * from './sessions';
