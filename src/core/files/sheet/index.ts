/**
 * Songs and sets as other things than sound: tables for a spreadsheet, a message to the band, and our
 * own file that holds a song whole.
 */
export {
  type BandFile,
  bandFileJsonSchema,
  type EventFile,
  readBandFile,
  referenceTo,
  writeBandFile,
} from './bandFile';
export { readSongFile, type SongFile, songFileJsonSchema, writeSongFile } from './file';
export * from './formats';
export * from './message';
export * from './table';
