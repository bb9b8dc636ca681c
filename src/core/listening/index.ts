/**
 * What can be told from the sound of a recording: its onsets, its beats and first beats with how sure they
 * are, how many bars lie between marks; the recording drawn at every scale, and played slower or faster at
 * its own pitch. Samples and their rate go in, plain values come out.
 */
export * from './bars';
export * from './beats';
export * from './compared';
export * from './counted';
export * from './fingerprint';
export * from './form';
export * from './onsets';
export * from './period';
export * from './spectrum';
export * from './stretch';
export * from './strikes';
export * from './struck';
export * from './unsure';
export * from './waveform';
