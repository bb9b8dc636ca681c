/** Click tracks as WAVE files: the header (RIFF, or RF64 past 4 GiB) and the samples, streamed. */
export * from './format';
export * from './render';
