/**
 * What is spoken over the click: which words belong where, when they are said so that they end before
 * the place they speak of and never over each other, and what is done to a recorded voice before it
 * is heard.
 */
export * from './announcements';
export * from './place';
export * from './treat';
