/**
 * Documents that several people edit at once. A document is a few single records and collections of
 * records by id; every change to it is a list of operations (insert, remove, set) carried out by one
 * pure function. Undo is the inverse list; merging is carrying out in the order of the log; moving is
 * setting a sort key. Road maps and sets are the two kinds.
 */
export * from './apply';
export * from './between';
export * from './bounds';
export * from './namesOfToday';
export * from './operation';
export * from './order';
export * from './replay';
export * from './words';
