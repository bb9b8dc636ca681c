/** What a click sounds like, as samples, and how loud it may be. */
export * from './level';
export * from './voices';
