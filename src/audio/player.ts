import { gainOf, LEVEL_RANGE, renderVoice, VOICES } from '@/core/click';
import { type Program, samePlace, soundingClicks } from '@/core/set';
import { type Seconds, seconds } from '@/core/time';
import type { ClickKind } from '@/core/timeline';

/**
 * Clicks are handed to the audio clock this long (s) before they are due. The page may be busy for as
 * long without a click coming late, since the audio thread plays what it was handed by itself.
 */
const HORIZON = 4;
/** How often (ms) more clicks are handed over. */
const REFILL = 250;
/** From pressing play to the first click (s). */
const RUN_UP = 0.15;
/** A change of level takes about three times this long (s), so that nothing jumps. */
const SMOOTH = 0.03;

export type Player = {
  /** Plays a program from a time of it. */
  readonly play: (program: Program, from: Seconds) => Promise<void>;
  readonly stop: () => void;
  /** The program has changed: goes on with it at the same place. */
  readonly change: (program: Program) => void;
  readonly setLevel: (decibels: number) => void;
  /** The time of the program that is heard now; nothing while stopped. */
  readonly now: () => Seconds | undefined;
  readonly onEnd: (listener: () => void) => void;
};

type Due = { readonly time: number; readonly kind: ClickKind };
type Playing = {
  program: Program;
  dues: readonly Due[];
  /** The first due click that the audio clock has not got yet. */
  next: number;
  /** The audio clock's time at which the program's time is 0. */
  origin: number;
};

/** Plays clicks through Web Audio. The context is opened by the first play, as browsers demand. */
export const createPlayer = (): Player => {
  let context: AudioContext | undefined;
  let output: GainNode | undefined;
  let sounds: Record<ClickKind, AudioBuffer> | undefined;
  let playing: Playing | undefined;
  let timer: ReturnType<typeof setInterval> | undefined;
  let level: number = LEVEL_RANGE.start;
  let ended: () => void = () => undefined;
  const handedOver = new Set<AudioBufferSourceNode>();

  const open = async (): Promise<AudioContext> => {
    context ??= new AudioContext({ sampleRate: 48_000, latencyHint: 'interactive' });
    if (!output) {
      output = new GainNode(context, { gain: gainOf(level) });
      output.connect(context.destination);
    }
    sounds ??= soundsFor(context);
    await context.resume();
    return context;
  };

  /** Hands over what is due within the horizon. */
  const refill = () => {
    if (!playing || !context || !output || !sounds) return;
    const until = context.currentTime + HORIZON - playing.origin;
    for (
      let due = playing.dues[playing.next];
      due && due.time <= until;
      due = playing.dues[playing.next]
    ) {
      const source = new AudioBufferSourceNode(context, { buffer: sounds[due.kind] });
      source.connect(output);
      source.onended = () => handedOver.delete(source);
      source.start(playing.origin + due.time);
      handedOver.add(source);
      playing.next++;
    }
    if (context.currentTime - playing.origin > playing.program.seconds) finish();
  };

  const begin = (program: Program, from: number, origin: number) => {
    const dues = duesOf(program);
    const next = dues.findIndex(({ time }) => time >= from - 1e-6);
    playing = { program, dues, next: next < 0 ? dues.length : next, origin };
    refill();
  };

  const silence = () => {
    for (const source of handedOver) source.stop();
    handedOver.clear();
  };

  const stop = () => {
    clearInterval(timer);
    playing = undefined;
    silence();
  };

  const finish = () => {
    stop();
    ended();
  };

  return {
    play: async (program, from) => {
      stop();
      const { currentTime } = await open();
      begin(program, from, currentTime + RUN_UP - from);
      timer = setInterval(refill, REFILL);
    },
    stop,
    change: (program) => {
      if (!playing || !context) return;
      const at = context.currentTime - playing.origin;
      const then = samePlace(playing.program, program, seconds(at));
      silence();
      begin(program, then, context.currentTime - then);
    },
    setLevel: (decibels) => {
      level = decibels;
      if (context) output?.gain.setTargetAtTime(gainOf(level), context.currentTime, SMOOTH);
    },
    now: () => {
      if (!playing || !context) return undefined;
      return seconds(context.currentTime - (context.outputLatency || 0) - playing.origin);
    },
    onEnd: (listener) => {
      ended = listener;
    },
  };
};

const duesOf = (program: Program): Due[] =>
  program.songs.flatMap((song) =>
    soundingClicks(song).map(({ seconds: at, kind }) => ({ time: song.barOne + at, kind })),
  );

const soundsFor = (context: AudioContext): Record<ClickKind, AudioBuffer> => {
  const sound = (kind: ClickKind) => {
    const samples = renderVoice(VOICES[kind], context.sampleRate);
    const buffer = new AudioBuffer({ length: samples.length, sampleRate: context.sampleRate });
    buffer.copyToChannel(new Float32Array(samples), 0);
    return buffer;
  };
  return { bar: sound('bar'), group: sound('group'), pulse: sound('pulse'), count: sound('count') };
};
