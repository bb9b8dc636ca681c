import type { Beat, Hints, Waveform } from '@/core/listening';
import type { Heard, ToListen } from './listenWorker';
import type { Unpacked } from './recordings';

/** What has been heard of a recording so far. */
export type HeardSoFar = {
  readonly waveform: Waveform | undefined;
  /** The share of it that has been listened to, from 0 to 1. */
  readonly progress: number;
  readonly beats: readonly Beat[];
  /** Which of the beats are first beats, by index. */
  readonly first: readonly number[];
  /** Whether an answer is on its way. */
  readonly isBusy: boolean;
  /** Whether nothing more is to be heard: its code did not come, or there was no memory left. */
  readonly hasFailed: boolean;
  /** Beats that were tapped, in seconds of the recording. */
  readonly taps: readonly number[];
  /** The length of a beat (s) that was asked for. */
  readonly beat: number | undefined;
};

/** Listens to a recording in a worker, for as long as it is open. */
export type Listener = {
  readonly state: () => HeardSoFar;
  readonly subscribe: (changed: () => void) => () => void;
  /**
   * Looks for beats anew.
   *
   * @param said first beats that are known, in seconds
   */
  readonly ask: (hints: Hints, beatsInBar: number, said: readonly number[]) => void;
  /** A beat is tapped at a time (s) of the recording; after a pause a new run begins. */
  readonly tap: (time: number) => void;
  /** Another length of the beat (s) is asked for; nothing for what is heard. */
  readonly setBeat: (beat: number | undefined) => void;
  readonly forgetTaps: () => void;
  readonly end: () => void;
};

/** Silence of so many seconds begins a new run of taps. */
const NEW_RUN = 3;
const MOST_TAPS = 64;

export const createListener = ({ samples, sampleRate }: Unpacked): Listener => {
  const worker = new Worker(new URL('./listenWorker.ts', import.meta.url), { type: 'module' });
  const tell = (message: ToListen, transfer: Transferable[] = []) =>
    worker.postMessage(message, transfer);
  let state: HeardSoFar = {
    waveform: undefined,
    progress: 0,
    beats: [],
    first: [],
    isBusy: true,
    hasFailed: false,
    taps: [],
    beat: undefined,
  };
  /** What is asked once it has been listened to; of several questions the last. */
  let question: ToListen | undefined;
  let isReady = false;
  const subscribers = new Set<() => void>();
  const put = (next: Partial<HeardSoFar>) => {
    state = { ...state, ...next };
    for (const changed of subscribers) changed();
  };
  const askNext = () => {
    if (!isReady || !question) return;
    tell(question);
    question = undefined;
    isReady = false;
    put({ isBusy: true });
  };
  worker.onmessage = ({ data }: MessageEvent<Heard>) => {
    if (data.kind === 'drawn') put({ waveform: data.waveform });
    else if (data.kind === 'progress') put({ progress: data.share });
    else {
      isReady = true;
      if (data.kind === 'ready') put({ progress: 1, isBusy: false });
      else put({ beats: data.beats, first: data.first, isBusy: false });
      askNext();
    }
  };
  worker.onerror = () => put({ hasFailed: true, isBusy: false });
  const own = samples.slice();
  tell({ kind: 'open', samples: own, sampleRate }, [own.buffer]);
  return {
    state: () => state,
    subscribe: (changed) => {
      subscribers.add(changed);
      return () => subscribers.delete(changed);
    },
    ask: (hints, beatsInBar, said) => {
      question = { kind: 'beats', hints, beatsInBar, said };
      askNext();
    },
    tap: (time) => {
      const last = state.taps.at(-1);
      const goesOn = last !== undefined && time > last && time - last < NEW_RUN;
      put({ taps: [...(goesOn ? state.taps : []), time].slice(-MOST_TAPS) });
    },
    setBeat: (beat) => put({ beat }),
    forgetTaps: () => put({ taps: [] }),
    end: () => worker.terminate(),
  };
};
