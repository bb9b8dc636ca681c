/** The edge: routes that check who calls and what they send, and answer problems with a sentence. */
export * from './body';
export * from './cookie';
export * from './file';
export * from './page';
export * from './progress';
export * from './route';
export * from './shapes';
