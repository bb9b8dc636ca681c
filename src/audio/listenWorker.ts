import {
  type Beat,
  beatsOf,
  firstBeatsOf,
  type Hints,
  type Onsets,
  onsetsOf,
  periodsOf,
  spectrumOf,
  type Waveform,
  waveformOf,
} from '@/core/listening';

/** What a page asks of a recording, away from itself. */
export type ToListen =
  | { readonly kind: 'open'; readonly samples: Float32Array; readonly sampleRate: number }
  | {
      readonly kind: 'beats';
      readonly hints: Hints;
      readonly beatsInBar: number;
      /** First beats that are known, in seconds. */
      readonly said: readonly number[];
    };

export type Heard =
  | { readonly kind: 'drawn'; readonly waveform: Waveform }
  | { readonly kind: 'progress'; readonly share: number }
  | { readonly kind: 'ready' }
  | { readonly kind: 'beats'; readonly beats: readonly Beat[]; readonly first: readonly number[] };

let onsets: Onsets | undefined;
const tell = (message: Heard) => self.postMessage(message);

const open = (samples: Float32Array, sampleRate: number) => {
  tell({ kind: 'drawn', waveform: waveformOf(samples, sampleRate) });
  const halved = halfAsMany(samples);
  const spectrum = spectrumOf(halved, sampleRate / 2, (share) => {
    tell({ kind: 'progress', share });
    return true;
  });
  onsets = spectrum && onsetsOf(spectrum);
  tell({ kind: 'ready' });
};

/** Half the rate is enough to find beats by. */
const halfAsMany = (samples: Float32Array): Float32Array => {
  const half = new Float32Array(samples.length >> 1);
  for (let at = 0; at < half.length; at++) half[at] = (samples[2 * at]! + samples[2 * at + 1]!) / 2;
  return half;
};

self.onmessage = ({ data }: MessageEvent<ToListen>) => {
  if (data.kind === 'open') return open(data.samples, data.sampleRate);
  if (!onsets) return tell({ kind: 'beats', beats: [], first: [] });
  const beats = beatsOf(onsets, periodsOf(onsets.all, data.hints), data.hints);
  const indexes = firstBeatsOf(beats, onsets, data.beatsInBar, data.said);
  tell({ kind: 'beats', beats, first: indexes });
};
