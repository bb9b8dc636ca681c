/**
 * What makes one road map into another: the operations that do it, keeping what is the same the same
 * record, and the differences as plain sentences.
 */
export * from './difference';
export * from './sentences';
export * from './speaking';
