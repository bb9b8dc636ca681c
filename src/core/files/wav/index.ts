/**
 * Click tracks as WAVE files: the header (RIFF, or RF64 past 4 GiB), the samples, streamed, and the
 * markers behind them.
 */
export * from './format';
export { type Marker, markerChunks, markersOf } from './markers';
export { type Content, onsetFrame, type Utterance } from './onsets';
export * from './render';
