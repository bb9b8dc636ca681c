import { gainOf, LEVEL_RANGE } from '@/core/click';
import { type Program, samePlace, type Waits, waitsOf } from '@/core/set';
import { type Seconds, seconds } from '@/core/time';
import {
  type Beside,
  clicksOf,
  type Drums,
  type Due,
  type Lane,
  laneFrom,
  strokesOf,
  wordsOf,
} from './lanes';

/**
 * Sounds are handed to the audio clock this long (s) before they are due. The page may be busy for as
 * long without a click coming late, since the audio thread plays what it was handed by itself.
 */
const HORIZON = 4;
/** How often (ms) more sounds are handed over. */
const REFILL = 250;
/** So long before its end (s) a loop is turned back; less than the shortest loop that makes sense. */
const TURN = 0.8;
/** From pressing play to the first click (s). */
const RUN_UP = 0.15;
/** A change of level takes about three times this long (s), so that nothing jumps. */
const SMOOTH = 0.03;
/** The page's clock and the audio clock: a reading that is further off (ms) is a new start. */
const FAR_OFF = 20;
const SMOOTHING = 0.05;
/** A sound that is cut falls this fast (s). */
const CATCH = 0.012;

export type Player = {
  /** Plays a program from a time of it. */
  readonly play: (program: Program, from: Seconds, beside?: Beside) => Promise<void>;
  readonly stop: () => void;
  /** The program or what sounds beside it has changed: goes on with it at the same place. */
  readonly change: (program: Program, beside?: Beside) => void;
  /** Plays a stretch over and over from the next time its end is reached; nothing lets go of it. */
  readonly loop: (stretch: Stretch | undefined) => void;
  /** Falls silent at a time that is still to come, and stays there until it is told to go on. */
  readonly hold: (at: Seconds) => void;
  readonly goOn: () => void;
  /** Whether vamps and holds wait for somebody, rather than last as long as is expected. */
  readonly setLive: (live: boolean) => void;
  /** The vamp that goes round now is left at its end; answers whether there is one. */
  readonly letGo: () => boolean;
  /** Whether everybody waits now, or will at the next place. */
  readonly waits: () => boolean;
  /** Goes on elsewhere from a time that is still to come: what was to sound after it does not. */
  readonly jump: (from: Seconds, to: Seconds) => void;
  /** In decibels; drums at the lowest level are off. */
  readonly setLevels: (levels: Levels) => void;
  /** How fast, against what is written: 1 is as written. */
  readonly setRate: (rate: number) => void;
  /** The time of the program that is heard now; nothing while stopped. */
  readonly now: () => Seconds | undefined;
  /** What a machine that runs along has to know; nothing while stopped. */
  readonly view: () => View | undefined;
  /** Lets one sound be heard at once. */
  readonly strike: (sound: string, render: Drums['render']) => Promise<void>;
  readonly onEnd: (listener: () => void) => void;
};

/** What is played, as far as it is settled. */
export type View = {
  readonly program: Program;
  /** The time of the program that is heard now. */
  readonly now: Seconds;
  /** Up to where it goes on as it does: to a jump, or to where everybody waits. */
  readonly until: number;
  /** When a time of the program is heard, by the page's own clock (ms). */
  readonly clock: (time: number) => number;
};

type Stretch = { readonly from: Seconds; readonly to: Seconds };

export type Levels = { readonly click: number; readonly drums: number };

type Playing = {
  program: Program;
  beside: Beside;
  lanes: readonly Lane[];
  /** The audio clock's time at which the program's time is 0, for what is handed over from now on. */
  origin: number;
  /** The same for what is heard, until a jump that has been handed over is reached. */
  heard: { readonly origin: number; readonly until: number } | undefined;
  loop: Stretch | undefined;
  /** Where everybody waits, in the program's time, and where it goes on. */
  held: Seconds | undefined;
  goesOn: Seconds | undefined;
  readonly waits: Waits;
  /** Vamps and holds that are behind us, by where they begin. */
  readonly done: Set<number>;
};

/** Plays clicks and drums through Web Audio. The context is opened by the first play, as browsers demand. */
export const createPlayer = (): Player => {
  let context: AudioContext | undefined;
  let outputs: { click: GainNode; kit: GainNode } | undefined;
  let playing: Playing | undefined;
  let timer: ReturnType<typeof setInterval> | undefined;
  let levels: Levels = { click: LEVEL_RANGE.start, drums: LEVEL_RANGE.start };
  let rate = 1;
  let live = false;
  let ended: () => void = () => undefined;
  const made = new Map<string, AudioBuffer>();
  /** From the audio clock to the page's (ms), smoothed: each reading of it is a few samples off. */
  let ahead: number | undefined;
  const panners = new Map<number, AudioNode>();
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

  const bufferFor = (sound: string, make: Due['make']): AudioBuffer => {
    const known = made.get(sound);
    if (known) return known;
    const samples = make(context!.sampleRate);
    const buffer = new AudioBuffer({
      length: Math.max(1, samples.length),
      sampleRate: context!.sampleRate,
    });
    buffer.copyToChannel(new Float32Array(samples), 0);
    made.set(sound, buffer);
    return buffer;
  };

  const handOver = (lane: Lane, until: number) => {
    const output = outputs![lane.output];
    for (let due = lane.dues[lane.next]; due && due.time <= until; due = lane.dues[lane.next]) {
      const at = playing!.origin + due.time / rate;
      const source = new AudioBufferSourceNode(context!, {
        buffer: bufferFor(due.sound, due.make),
      });
      source.onended = () => handedOver.delete(source);
      source.start(at);
      if (due.until !== undefined) catchAt(source, output, playing!.origin + due.until / rate);
      else if (due.pan) source.connect(pannedTo(due.pan, output));
      else source.connect(output);
      handedOver.set(source, at);
      lane.next++;
    }
  };

  const pannedTo = (pan: number, output: GainNode): AudioNode => {
    const known = panners.get(pan);
    if (known) return known;
    const panner = new StereoPannerNode(context!, { pan });
    panner.connect(output);
    panners.set(pan, panner);
    return panner;
  };

  /** A choked cymbal, a hat that is closed. */
  const catchAt = (source: AudioBufferSourceNode, output: GainNode, at: number) => {
    const fade = new GainNode(context!);
    fade.gain.setTargetAtTime(0, Math.max(0, at), CATCH);
    source.connect(fade).connect(output);
    source.stop(Math.max(0, at) + 8 * CATCH);
  };

  /** How far (ms) the page's clock is ahead of the audio clock, as it is heard. */
  const pageAhead = (): number => {
    const { contextTime, performanceTime } = context!.getOutputTimestamp();
    const read =
      contextTime && performanceTime
        ? performanceTime - contextTime * 1000
        : performance.now() - context!.currentTime * 1000;
    const jumped = ahead === undefined || Math.abs(read - ahead) > FAR_OFF;
    ahead = jumped ? read : ahead! + (read - ahead!) * SMOOTHING;
    return ahead;
  };

  /** Hands over what is due within the horizon. */
  const refill = () => {
    if (!playing || !context || !outputs) return;
    waitForCue();
    turnBack();
    const until = Math.min(
      (context.currentTime + HORIZON - playing.origin) * rate,
      (playing.held ?? Number.POSITIVE_INFINITY) - 1e-6,
    );
    for (const lane of playing.lanes) handOver(lane, until);
    if (position() > playing.program.seconds) finish();
  };

  const begin = (program: Program, beside: Beside, from: number, at: number) => {
    playing = {
      program,
      beside,
      lanes: [
        laneFrom('click', clicksOf(program), from),
        laneFrom('click', wordsOf(beside.voice), from),
        laneFrom('kit', strokesOf(beside.drums), from),
      ],
      origin: at - from / rate,
      heard: undefined,
      loop: undefined,
      held: undefined,
      goesOn: undefined,
      waits: waitsOf(program),
      done: new Set(),
    };
    refill();
  };

  /** Near the end of a loop: what comes after it is its beginning. */
  const turnBack = () => {
    const { heard, held } = playing!;
    const loop = playing!.loop ?? vampNow();
    if (!loop || held !== undefined || (heard && context!.currentTime < heard.until)) return;
    const left = (loop.to - position()) / rate;
    if (left > 0 && left < TURN) goElsewhere(loop.to, loop.from);
  };

  /** Live: the vamp that goes round now. */
  const vampNow = () => {
    const at = position();
    return live
      ? playing!.waits.vamps.find(
          ({ from, to }) => at >= from - 0.001 && at < to && !playing!.done.has(from),
        )
      : undefined;
  };

  /** Live: at the next hold everybody waits for its cue. */
  const waitForCue = () => {
    if (!live || playing!.held !== undefined) return;
    const at = position();
    const hold = playing!.waits.holds.find(
      (one) => one.at >= at && one.at - at < TURN * rate && !playing!.done.has(one.at),
    );
    if (!hold) return;
    playing!.done.add(hold.at);
    wait(hold.at);
    playing!.goesOn = hold.on;
  };

  /** From a time on that is still to come, plays from another. */
  const goElsewhere = (from: Seconds, to: Seconds) => {
    const before = originNow();
    const at = before + from / rate;
    if (at <= context!.currentTime) return;
    takeBack(at);
    playing!.heard = { origin: before, until: at };
    playing!.origin = at - to / rate;
    playing!.lanes = playing!.lanes.map(({ output, dues }) => laneFrom(output, dues, to));
  };

  /** Nothing sounds from a time on. */
  const wait = (at: Seconds) => {
    takeBack(originNow() + at / rate);
    playing!.held = at;
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

  /** @param latency how long ago (s) what is asked for was handed to the speakers */
  const position = (latency = 0) =>
    Math.min(
      (context!.currentTime - latency - originNow()) * rate,
      playing!.held ?? Number.POSITIVE_INFINITY,
    );

  return {
    play: async (program, from, beside = {}) => {
      stop();
      await open();
      // Made before the first sound is due, so that none of the first bars is late.
      for (const { sound, make } of strokesOf(beside.drums)) bufferFor(sound, make);
      begin(program, beside, from, context!.currentTime + RUN_UP);
      timer = setInterval(refill, REFILL);
    },
    stop,
    change: (program, beside = {}) => {
      if (!playing || !context) return;
      const { program: before, loop, held, goesOn, done } = playing;
      const there = (time: Seconds) => samePlace(before, program, time);
      const then = there(seconds(position()));
      silence();
      begin(program, beside, then, context.currentTime);
      playing.loop = loop && { from: there(loop.from), to: there(loop.to) };
      if (held !== undefined) wait(there(held));
      playing.goesOn = goesOn && there(goesOn);
      for (const one of done) playing.done.add(there(seconds(one)));
    },
    jump: (from, to) => {
      if (!playing || !context) return;
      goElsewhere(from, to);
      refill();
    },
    loop: (stretch) => {
      if (playing) playing.loop = stretch;
    },
    hold: (at) => {
      if (playing && playing.held === undefined) wait(at);
    },
    goOn: () => {
      if (!playing || !context || playing.held === undefined) return;
      const from = playing.goesOn ?? playing.held;
      const { program, beside, loop, done } = playing;
      silence();
      begin(program, beside, Math.max(from, 0), context.currentTime + RUN_UP / 3);
      playing.loop = loop;
      for (const one of done) playing.done.add(one);
    },
    setLive: (next) => {
      live = next;
    },
    letGo: () => {
      const vamp = playing && vampNow();
      if (vamp) playing!.done.add(vamp.from);
      return vamp !== undefined;
    },
    waits: () => playing?.held !== undefined,
    setLevels: (next) => {
      levels = next;
      applyLevels();
    },
    setRate: (next) => {
      if (!playing || !context) {
        rate = next;
        return;
      }
      const { program, beside, loop, held, goesOn, done } = playing;
      const at = position();
      rate = next;
      silence();
      begin(program, beside, at, context.currentTime);
      playing.loop = loop;
      if (held !== undefined) wait(held);
      playing.goesOn = goesOn;
      for (const one of done) playing.done.add(one);
    },
    now: () => {
      if (!playing || !context) return undefined;
      return seconds(position(context.outputLatency || 0));
    },
    view: () => {
      if (!playing || !context) return undefined;
      const { program, held, heard } = playing;
      const origin = originNow();
      const offset = pageAhead();
      const jump = heard && context.currentTime < heard.until ? heard.until : undefined;
      return {
        program,
        now: seconds((performance.now() - offset - origin * 1000) * (rate / 1000)),
        until: held ?? (jump === undefined ? Number.POSITIVE_INFINITY : (jump - origin) * rate),
        clock: (time) => (origin + time / rate) * 1000 + offset,
      };
    },
    strike: async (sound, render) => {
      await open();
      const source = new AudioBufferSourceNode(context!, {
        buffer: bufferFor(sound, (sampleRate) => render(sound, sampleRate)),
      });
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
