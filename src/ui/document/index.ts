/** Documents on a page: carried out at once, saved by themselves, merged with what others do. */

export { SaveState } from './SaveState';
export { UndoButtons } from './UndoButtons';
export * from './useDocument';
export { useUndoKeys } from './useUndoKeys';
