import type { Beat, Hints, Likeness, StruckHeard, Waveform } from '@/core/listening';
import type { Heard, HeardAsSection, ToListen } from './listenWorker';
import { AT_ONCE, type Unpacked } from './recordings';

/** What has been heard of a recording so far. */
export type HeardSoFar = {
  readonly waveform: Waveform | undefined;
  /** The share of it that has been listened to, from 0 to 1. */
  readonly progress: number;
  /** What other copies of it are known by; nothing until it was listened to. */
  readonly fingerprint: string | undefined;
  /** To the recording that the song knows, where it knows one. */
  readonly likeness: Likeness | undefined;
  /** How strongly something begins, frame by frame. */
  readonly strength: Float32Array | undefined;
  readonly beats: readonly Beat[];
  /** Which of the beats are first beats, by index. */
  readonly first: readonly number[];
  /** Stretches that sound like sections. */
  readonly form: readonly HeardAsSection[];
  /** What is heard of the drums where that was asked for. */
  readonly struck: StruckHeard | undefined;
  /** Whether an answer about beats is on its way. */
  readonly isBusy: boolean;
  /** Why nothing more is to be heard: its code did not come, there was no memory left, or nobody wanted it. */
  readonly hasFailed: 'alone' | 'stopped' | undefined;
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
   * @param lengths how many beats a bar has; several where the meter changes
   * @param said first beats that are known, in seconds
   */
  readonly ask: (hints: Hints, lengths: readonly number[], said: readonly number[]) => void;
  /** Asks what is heard of the drums at places of bars, as the core does. */
  readonly askStruck: (bars: readonly number[], places: readonly number[]) => void;
  /** Another length of the beat (s) is asked for; nothing for what is heard. */
  readonly setBeat: (beat: number | undefined) => void;
  readonly end: () => void;
};

const NOTHING: HeardSoFar = {
  waveform: undefined,
  progress: 0,
  fingerprint: undefined,
  likeness: undefined,
  strength: undefined,
  beats: [],
  first: [],
  form: [],
  struck: undefined,
  isBusy: true,
  hasFailed: undefined,
  beat: undefined,
};

/** @param fingerprint of the recording that the song knows, where it knows one */
export const createListener = (
  { samples, sampleRate }: Unpacked,
  fingerprint: string | null,
): Listener => {
  const worker = new Worker(new URL('./listenWorker.ts', import.meta.url), { type: 'module' });
  const tell = (message: ToListen, transfer: Transferable[] = []) =>
    worker.postMessage(message, transfer);
  let state = NOTHING;
  /** What is asked once the worker is free; of several questions of a kind the last. */
  const questions = new Map<ToListen['kind'], ToListen>();
  let isFree = false;
  const subscribers = new Set<() => void>();
  const put = (next: Partial<HeardSoFar>) => {
    state = { ...state, ...next };
    for (const changed of subscribers) changed();
  };
  const askNext = () => {
    const [question] = questions.values();
    if (!isFree || !question) return;
    questions.delete(question.kind);
    isFree = false;
    tell(question);
    if (question.kind === 'beats') put({ isBusy: true });
  };
  const ask = (question: ToListen) => {
    questions.set(question.kind, question);
    askNext();
  };
  worker.onmessage = ({ data }: MessageEvent<Heard>) => {
    if (data.kind === 'progress') return put({ progress: data.share });
    if (data.kind === 'drawn') return put({ waveform: data.waveform });
    const { kind, ...heard } = data;
    isFree = true;
    put({ ...heard, progress: 1, ...(kind !== 'struck' && { isBusy: false }) });
    askNext();
  };
  worker.onerror = () => put({ hasFailed: 'alone', isBusy: false });
  let hasEnded = false;
  const send = async () => {
    for (let from = 0; from < samples.length && !hasEnded; from += AT_ONCE) {
      const piece = samples.slice(from, from + AT_ONCE);
      tell({ kind: 'piece', samples: piece }, [piece.buffer]);
      await new Promise((resolve) => setTimeout(resolve));
    }
    tell({ kind: 'open', sampleRate, fingerprint });
  };
  void send();
  return {
    state: () => state,
    subscribe: (changed) => {
      subscribers.add(changed);
      return () => subscribers.delete(changed);
    },
    ask: (hints, lengths, said) => ask({ kind: 'beats', hints, lengths, said }),
    askStruck: (bars, places) => ask({ kind: 'struck', bars, places }),
    setBeat: (beat) => put({ beat }),
    end: () => {
      hasEnded = true;
      worker.terminate();
      put({ hasFailed: 'stopped', isBusy: false });
    },
  };
};
