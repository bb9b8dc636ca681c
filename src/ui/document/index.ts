/** Documents on a page: carried out at once, saved by themselves, merged with what others do. */

export { DocumentsProvider, useBandNews, useMember } from './DocumentsProvider';
export type { Opened, Sent } from './documents';
export { DraftsProvider, FieldsOf, useDraft } from './drafts';
export type { BandNews, Presence } from './news';
export { OrphanedEdits } from './OrphanedEdits';
export { SaveState } from './SaveState';
export { UndoButtons } from './UndoButtons';
export type { Draft } from './unsaved';
export * from './useDocument';
export { useUndoKeys } from './useUndoKeys';
