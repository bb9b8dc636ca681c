/**
 * The one timeline: a road map compiled into played bars, passages through sections, tempo segments
 * and clicks, each with its exact position and its time; and the way from a time to bar and beat and
 * back. Screen, sound and files are read off it.
 */
export * from './compile';
export { type MeterAt, writtenMeters } from './layOut';
export * from './levels';
export * from './locate';
export { passageName } from './names';
export * from './places';
export * from './question';
export * from './recording';
export * from './toldTempos';
export type * from './types';
