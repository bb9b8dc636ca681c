import { gainOf, LEVEL_RANGE, renderVoice, VOICES } from '@/core/click';
import { type Program, samePlace, soundingClicks } from '@/core/set';
import type { Sounding } from '@/core/sound';
import { type Seconds, seconds } from '@/core/time';

/**
 * Sounds are handed to the audio clock this long (s) before they are due. The page may be busy for as
 * long without a click coming late, since the audio thread plays what it was handed by itself.
 */
const HORIZON = 4;
/** How often (ms) more sounds are handed over. */
const REFILL = 250;
/** From pressing play to the first click (s). */
const RUN_UP = 0.15;
/** A change of level takes about three times this long (s), so that nothing jumps. */
const SMOOTH = 0.03;
/** A sound that is cut falls this fast (s). */
const CATCH = 0.012;

/** The drums of a program, and the means to make their sounds. */
export type Drums = {
  readonly sounds: readonly Sounding[];
  readonly render: (sound: string, sampleRate: number) => Float32Array;
};

export type Player = {
  /** Plays a program from a time of it. */
  readonly play: (program: Program, from: Seconds, drums?: Drums) => Promise<void>;
  readonly stop: () => void;
  /** The program or its drums have changed: goes on with them at the same place. */
  readonly change: (program: Program, drums?: Drums) => void;
  /** Goes on elsewhere from a time that is still to come: what was to sound after it does not. */
  readonly jump: (from: Seconds, to: Seconds) => void;
  /** In decibels; drums at the lowest level are off. */
  readonly setLevels: (levels: Levels) => void;
  /** How fast, against what is written: 1 is as written. */
  readonly setRate: (rate: number) => void;
  /** The time of the program that is heard now; nothing while stopped. */
  readonly now: () => Seconds | undefined;
  /** Lets one sound be heard at once. */
  readonly strike: (sound: string, render: Drums['render']) => Promise<void>;
  readonly onEnd: (listener: () => void) => void;
};

export type Levels = { readonly click: number; readonly drums: number };

type Due = { readonly time: number; readonly sound: string; readonly until?: number };
type Lane = {
  readonly dues: readonly Due[];
  /** The first due sound that the audio clock has not got yet. */
  next: number;
};
type Playing = {
  program: Program;
  drums: Drums | undefined;
  click: Lane;
  kit: Lane;
  /** The audio clock's time at which the program's time is 0, for what is handed over from now on. */
  origin: number;
  /** The same for what is heard, until a jump that has been handed over is reached. */
  heard: { readonly origin: number; readonly until: number } | undefined;
};

/** Plays clicks and drums through Web Audio. The context is opened by the first play, as browsers demand. */
export const createPlayer = (): Player => {
  let context: AudioContext | undefined;
  let outputs: { click: GainNode; kit: GainNode } | undefined;
  let playing: Playing | undefined;
  let timer: ReturnType<typeof setInterval> | undefined;
  let levels: Levels = { click: LEVEL_RANGE.start, drums: LEVEL_RANGE.start };
  let rate = 1;
  let ended: () => void = () => undefined;
  const made = new Map<string, AudioBuffer>();
  const handedOver = new Map<AudioBufferSourceNode, number>();

  const open = async () => {
    context ??= new AudioContext({ sampleRate: 48_000, latencyHint: 'interactive' });
    outputs ??= { click: outputTo(context), kit: outputTo(context) };
    applyLevels();
    await context.resume();
    return context;
  };

  const applyLevels = () => {
    if (!context || !outputs) return;
    const off = levels.drums <= LEVEL_RANGE.lowest;
    const now = context.currentTime;
    outputs.click.gain.setTargetAtTime(gainOf(levels.click), now, SMOOTH);
    outputs.kit.gain.setTargetAtTime(off ? 0 : gainOf(levels.drums), now, SMOOTH);
  };

  const bufferFor = (sound: string, render: Drums['render']): AudioBuffer => {
    const known = made.get(sound);
    if (known) return known;
    const samples = render(sound, context!.sampleRate);
    const buffer = new AudioBuffer({
      length: Math.max(1, samples.length),
      sampleRate: context!.sampleRate,
    });
    buffer.copyToChannel(new Float32Array(samples), 0);
    made.set(sound, buffer);
    return buffer;
  };

  const handOver = (lane: Lane, output: GainNode, render: Drums['render'], until: number) => {
    for (let due = lane.dues[lane.next]; due && due.time <= until; due = lane.dues[lane.next]) {
      const at = playing!.origin + due.time / rate;
      const source = new AudioBufferSourceNode(context!, { buffer: bufferFor(due.sound, render) });
      source.onended = () => handedOver.delete(source);
      source.start(at);
      if (due.until === undefined) source.connect(output);
      else catchAt(source, output, playing!.origin + due.until / rate);
      handedOver.set(source, at);
      lane.next++;
    }
  };

  /** A choked cymbal, a hat that is closed. */
  const catchAt = (source: AudioBufferSourceNode, output: GainNode, at: number) => {
    const fade = new GainNode(context!);
    fade.gain.setTargetAtTime(0, Math.max(0, at), CATCH);
    source.connect(fade).connect(output);
    source.stop(Math.max(0, at) + 8 * CATCH);
  };

  /** Hands over what is due within the horizon. */
  const refill = () => {
    if (!playing || !context || !outputs) return;
    const until = (context.currentTime + HORIZON - playing.origin) * rate;
    handOver(playing.click, outputs.click, renderClick, until);
    if (playing.drums) handOver(playing.kit, outputs.kit, playing.drums.render, until);
    if (position() > playing.program.seconds) finish();
  };

  const begin = (program: Program, drums: Drums | undefined, from: number, at: number) => {
    playing = {
      program,
      drums,
      click: laneFrom(clicksOf(program), from),
      kit: laneFrom(strokesOf(drums), from),
      origin: at - from / rate,
      heard: undefined,
    };
    refill();
  };

  const silence = () => {
    for (const source of handedOver.keys()) source.stop();
    handedOver.clear();
  };

  /** Takes back what has been handed over for a time and later. */
  const takeBack = (from: number) => {
    for (const [source, at] of handedOver) {
      if (at < from - 1e-6) continue;
      source.stop();
      handedOver.delete(source);
    }
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

  const originNow = (): number => {
    const { heard, origin } = playing!;
    return heard && context!.currentTime < heard.until ? heard.origin : origin;
  };

  const position = () => (context!.currentTime - originNow()) * rate;

  return {
    play: async (program, from, drums) => {
      stop();
      await open();
      // Made before the first sound is due, so that none of the first bars is late.
      for (const { sound } of drums?.sounds ?? []) bufferFor(sound, drums!.render);
      begin(program, drums, from, context!.currentTime + RUN_UP);
      timer = setInterval(refill, REFILL);
    },
    stop,
    change: (program, drums) => {
      if (!playing || !context) return;
      const then = samePlace(playing.program, program, seconds(position()));
      silence();
      begin(program, drums, then, context.currentTime);
    },
    jump: (from, to) => {
      if (!playing || !context) return;
      const before = originNow();
      const at = before + from / rate;
      if (at <= context.currentTime) return;
      takeBack(at);
      playing.heard = { origin: before, until: at };
      playing.origin = at - to / rate;
      playing.click = laneFrom(playing.click.dues, to);
      playing.kit = laneFrom(playing.kit.dues, to);
      refill();
    },
    setLevels: (next) => {
      levels = next;
      applyLevels();
    },
    setRate: (next) => {
      if (!playing || !context) {
        rate = next;
        return;
      }
      const { program, drums } = playing;
      const at = position();
      rate = next;
      silence();
      begin(program, drums, at, context.currentTime);
    },
    now: () => {
      if (!playing || !context) return undefined;
      return seconds(position() - (context.outputLatency || 0) * rate);
    },
    strike: async (sound, render) => {
      await open();
      const source = new AudioBufferSourceNode(context!, { buffer: bufferFor(sound, render) });
      source.connect(outputs!.kit);
      source.start();
    },
    onEnd: (listener) => {
      ended = listener;
    },
  };
};

const outputTo = (context: AudioContext): GainNode => {
  const output = new GainNode(context, { gain: 0 });
  output.connect(context.destination);
  return output;
};

const laneFrom = (dues: readonly Due[], from: number): Lane => {
  const next = dues.findIndex(({ time }) => time >= from - 1e-6);
  return { dues, next: next < 0 ? dues.length : next };
};

const CLICK = 'click ';

const clicksOf = (program: Program): Due[] =>
  program.songs.flatMap((song) =>
    soundingClicks(song).map(({ seconds: at, kind }) => ({
      time: song.barOne + at,
      sound: CLICK + kind,
    })),
  );

const renderClick = (sound: string, sampleRate: number): Float32Array =>
  renderVoice(VOICES[sound.slice(CLICK.length) as keyof typeof VOICES], sampleRate);

const strokesOf = (drums: Drums | undefined): Due[] =>
  (drums?.sounds ?? []).map(({ sound, at, until }) => ({
    time: at,
    sound,
    ...(until !== undefined && { until }),
  }));
