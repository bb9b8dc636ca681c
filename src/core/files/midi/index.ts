/**
 * Standard MIDI Files: bytes, events, a strict reader and the writer that mirrors it; how exact
 * times become whole microseconds a quarter; and a program's click as a file.
 */
export * from './events';
export * from './export';
export { DIVISION } from './layOut';
export * from './read';
export * from './tempoTrack';
export * from './write';
