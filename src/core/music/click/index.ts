/** The click: what sounds where, as band, set, song and section say, and how, and how loud it may be. */
export * from './bar';
export * from './edit';
export * from './kinds';
export * from './level';
export * from './settings';
export * from './sounds';
export * from './words';
