/** What the lines of a message are together: rows, tables, lengths that others give, songs. */

export * from './rows';
export * from './songs';
export * from './table';
export * from './whole';
