/**
 * The road map of an arrangement: how it starts and its ordered sections, as one document with one
 * schema. Sections are records with a `kind`, ids and sort keys, so that repeat blocks and parts can
 * join them as further records. Also the short words in which a tempo, a meter, a level or a feel is
 * typed and shown.
 */
export * from './entry';
export * from './phrases';
export * from './roadMap';
export * from './schema';
