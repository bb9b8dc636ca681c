import {
  type Beat,
  beatsOf,
  type Colours,
  coloursOf,
  fingerprintOf,
  firstBeatsOf,
  formHeard,
  type Hints,
  isGuess,
  type Likeness,
  likenessTo,
  type Onsets,
  onsetsOf,
  periodsOf,
  type StruckHeard,
  spectrumOf,
  struckHeard,
  sureness,
  tappedBeats,
  type Waveform,
  waveformOf,
} from '@/core/listening';

/** What a page asks of a recording, away from itself. Times are in seconds of the recording that is marked. */
export type ToListen =
  // Sent in pieces, in order and of even length, before it is opened: as a whole it would be there twice.
  | { readonly kind: 'piece'; readonly samples: Float32Array }
  | {
      readonly kind: 'open';
      readonly sampleRate: number;
      /** What the song knows its recording by; another copy of that one is lined up with it. */
      readonly fingerprint: string | null;
    }
  | {
      readonly kind: 'beats';
      readonly hints: Hints;
      /** How many beats a bar has; several where the meter changes. */
      readonly lengths: readonly number[];
      /** First beats that are known. */
      readonly said: readonly number[];
    }
  | {
      readonly kind: 'struck';
      /** When each bar begins, and last where the last one ends. */
      readonly bars: readonly number[];
      /** In a bar, as shares of it. */
      readonly places: readonly number[];
    };

/** A stretch that was heard as a section. */
export type HeardAsSection = {
  readonly from: number;
  readonly to: number;
  readonly bars: number;
  /** Those that are alike have the same number. */
  readonly kind: number;
};

export type Heard =
  | { readonly kind: 'drawn'; readonly waveform: Waveform }
  | { readonly kind: 'progress'; readonly share: number }
  | {
      readonly kind: 'ready';
      readonly fingerprint: string;
      /** To the recording that the song knows, where it knows one. */
      readonly likeness: Likeness | undefined;
      readonly strength: Float32Array;
    }
  | {
      readonly kind: 'beats';
      readonly beats: readonly Beat[];
      /** Which of the beats are first beats, by index. */
      readonly first: readonly number[];
      readonly form: readonly HeardAsSection[];
    }
  | { readonly kind: 'struck'; readonly struck: StruckHeard };

type Analysed = { readonly onsets: Onsets; readonly colours: Colours };

let analysed: Analysed | undefined;
const tell = (message: Heard) => self.postMessage(message);

/** Half the rate is enough to draw a recording and to find its beats: all that is kept of it here. */
const halves: Float32Array[] = [];

const open = (sampleRate: number, known: string | null) => {
  const samples = joined(halves.splice(0));
  let heard = analyse(samples, sampleRate);
  const likeness = known ? likenessTo(known, heard.onsets.all) : undefined;
  if (likeness?.isSame && likeness.later !== 0)
    heard = analyse(movedBy(samples, Math.round(-likeness.later * sampleRate)), sampleRate);
  analysed = heard;
  const strength = heard.onsets.all;
  tell({ kind: 'ready', fingerprint: fingerprintOf(strength), likeness, strength });
};

const analyse = (samples: Float32Array, sampleRate: number): Analysed => {
  tell({ kind: 'drawn', waveform: waveformOf(samples, sampleRate) });
  // Of silence, as where the music plays elsewhere, there is nothing to listen to.
  const isSilent = samples.every((value) => value === 0);
  const heard = isSilent ? samples.subarray(0, 2) : samples;
  const spectrum = spectrumOf(heard, sampleRate, (share) => {
    tell({ kind: 'progress', share });
    return true;
  })!;
  return { onsets: onsetsOf(spectrum), colours: coloursOf(spectrum) };
};

const joined = (pieces: readonly Float32Array[]): Float32Array => {
  const whole = new Float32Array(pieces.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const piece of pieces) {
    whole.set(piece, at);
    at += piece.length;
  }
  return whole;
};

/** With so many samples of silence before it; less than 0 cuts as many off. */
const movedBy = (samples: Float32Array, by: number): Float32Array => {
  const moved = new Float32Array(Math.max(1, samples.length + by));
  if (by >= 0) moved.set(samples, by);
  else moved.set(samples.subarray(-by));
  return moved;
};

const halfAsMany = (samples: Float32Array): Float32Array => {
  const half = new Float32Array(samples.length >> 1);
  for (let at = 0; at < half.length; at++) half[at] = (samples[2 * at]! + samples[2 * at + 1]!) / 2;
  return half;
};

/** Beats that are not even so sure on the mean are none. */
const SUREST_NOISE = 0.25;

const beatsIn = (
  { onsets, colours }: Analysed,
  { hints, lengths, said }: Extract<ToListen, { kind: 'beats' }>,
): Heard => {
  const heard = beatsOf(onsets, periodsOf(onsets.all, hints), hints);
  // In silence, a tone or noise nothing is heard but what is tapped to it.
  const isHeard = sureness(heard) >= SUREST_NOISE;
  const beats = isHeard ? heard : tappedBeats(hints.taps ?? []);
  const first = firstBeatsOf(beats, onsets, lengths, said);
  const bars = first.map((index) => beats[index]!.time);
  const form = isHeard && !isGuess(heard) ? formHeard(colours, bars) : [];
  return {
    kind: 'beats',
    beats,
    first,
    form: form.map(({ from, to, kind }) => ({
      from: bars[from]!,
      to: bars[to]!,
      bars: to - from,
      kind,
    })),
  };
};

self.onmessage = ({ data }: MessageEvent<ToListen>) => {
  if (data.kind === 'piece') return void halves.push(halfAsMany(data.samples));
  if (data.kind === 'open') return open(data.sampleRate / 2, data.fingerprint);
  if (!analysed) return;
  if (data.kind === 'beats') return tell(beatsIn(analysed, data));
  tell({ kind: 'struck', struck: struckHeard(analysed.onsets, data.bars, data.places) });
};
