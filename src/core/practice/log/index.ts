/** What a member has practised: runs of a passage, and words about what was done elsewhere. */
export * from './entry';
export * from './history';
export * from './run';
