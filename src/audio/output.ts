import { gainOf, LEVEL_RANGE } from '@/core/music/click';
import type { Sound } from './stems';

/** Where sounds go, and the clock by which they are started. */
export type Output = {
  /** Browsers want it opened by something that the player does. */
  readonly open: () => Promise<void>;
  /** The clock, in seconds. */
  readonly now: () => number;
  /** How long (s) after its time by the clock a sound is heard. */
  readonly latency: () => number;
  /** How far (ms) the page's clock is ahead of the sound's. */
  readonly pageAhead: () => number;
  /** Makes the samples of a sound, so that they are there when it is started. */
  readonly prepare: (sound: Sound) => void;
  /**
   * Starts a sound at a time of the clock; it may be cut off at another.
   *
   * @returns how to take it back
   */
  readonly start: (sound: Sound, at: number, until?: number) => () => void;
  /** In decibels; drums and recording at the lowest level are off. */
  readonly setLevels: (levels: Levels) => void;
  readonly setSides: (sides: Sides) => void;
};

export type Levels = Readonly<Record<Sound['stem'], number>>;

/** Where each is heard: −1 left, 0 on both sides, 1 right. */
export type Sides = Readonly<Record<Sound['stem'], -1 | 0 | 1>>;

export const BOTH_SIDES: Sides = { click: 0, drums: 0, recording: 0 };

/** As they are before somebody changes them. */
export const USUAL_LEVELS: Levels = {
  click: LEVEL_RANGE.start,
  drums: LEVEL_RANGE.start,
  recording: LEVEL_RANGE.start,
};

/** A change of level takes about three times this long (s), so that nothing jumps. */
const SMOOTH = 0.03;
/** A sound that is cut off falls this fast (s). */
const CUT_OFF = 0.012;
/** A reading of the page's clock that is further off (ms) is a new start. */
const FAR_OFF = 20;
/** How much of a new reading counts: each is a few samples off. */
const SMOOTHING = 0.05;

/** The speakers, through Web Audio. */
export const createAudioOutput = (): Output => {
  let context: AudioContext | undefined;
  let stems: Record<Sound['stem'], Stem> | undefined;
  let levels = USUAL_LEVELS;
  let sides = BOTH_SIDES;
  let ahead: number | undefined;
  const made = new Map<string, AudioBuffer>();
  const panners = new Map<number, StereoPannerNode>();

  const opened = () => {
    context ??= new AudioContext({ sampleRate: 48_000, latencyHint: 'interactive' });
    stems ??= {
      click: stemOf(context),
      drums: stemOf(context),
      recording: stemOf(context),
    };
    return { context, stems };
  };

  const applyLevels = () => {
    if (!context || !stems) return;
    const now = context.currentTime;
    for (const stem of STEMS) {
      const off = stem !== 'click' && levels[stem] <= LEVEL_RANGE.lowest;
      // On one side both channels come together, which makes what is in both twice as loud.
      const share = sides[stem] === 0 ? 1 : 0.5;
      const gain = off ? 0 : share * gainOf(levels[stem]);
      stems[stem].level.gain.setTargetAtTime(gain, now, SMOOTH);
      stems[stem].side.pan.setTargetAtTime(sides[stem], now, SMOOTH);
    }
  };

  const bufferOf = ({ key, make, once }: Sound): AudioBuffer => {
    const known = once ? undefined : made.get(key);
    if (known) return known;
    const { sampleRate } = opened().context;
    const samples = make(sampleRate);
    const buffer = new AudioBuffer({ length: Math.max(1, samples.length), sampleRate });
    buffer.copyToChannel(new Float32Array(samples), 0);
    if (!once) made.set(key, buffer);
    return buffer;
  };

  const panned = (pan: number, stem: GainNode): AudioNode => {
    const known = panners.get(pan);
    if (known) return known;
    const panner = new StereoPannerNode(opened().context, { pan });
    panner.connect(stem);
    panners.set(pan, panner);
    return panner;
  };

  return {
    open: async () => {
      const { context } = opened();
      applyLevels();
      await context.resume();
    },
    now: () => context?.currentTime ?? 0,
    latency: () => context?.outputLatency || 0,
    pageAhead: () => {
      const { context } = opened();
      const { contextTime, performanceTime } = context.getOutputTimestamp();
      const read =
        contextTime && performanceTime
          ? performanceTime - contextTime * 1000
          : performance.now() - context.currentTime * 1000;
      const anew = ahead === undefined || Math.abs(read - ahead) > FAR_OFF;
      ahead = anew ? read : (ahead ?? read) * (1 - SMOOTHING) + read * SMOOTHING;
      return ahead;
    },
    prepare: (sound) => void bufferOf(sound),
    start: (sound, at, until) => {
      const { context, stems } = opened();
      const stem = stems[sound.stem].level;
      const source = new AudioBufferSourceNode(context, { buffer: bufferOf(sound) });
      source.start(at);
      const to = sound.pan ? panned(sound.pan, stem) : stem;
      const { gain = 1 } = sound;
      if (until === undefined && gain === 1) source.connect(to);
      else {
        const level = new GainNode(context, { gain });
        source.connect(level).connect(to);
        if (until !== undefined) {
          level.gain.setTargetAtTime(0, Math.max(0, until), CUT_OFF);
          source.stop(Math.max(0, until) + 8 * CUT_OFF);
        }
      }
      return () => source.stop();
    },
    setLevels: (next) => {
      levels = next;
      applyLevels();
    },
    setSides: (next) => {
      sides = next;
      applyLevels();
    },
  };
};

/** All sounds of a kind go through one level, and from there to their side. */
type Stem = { readonly level: GainNode; readonly side: StereoPannerNode };

const STEMS = ['click', 'drums', 'recording'] as const;

const stemOf = (context: AudioContext): Stem => {
  // Two channels from the beginning: in the middle a panner takes nothing from those.
  const level = new GainNode(context, {
    gain: 0,
    channelCount: 2,
    channelCountMode: 'explicit',
  });
  const side = new StereoPannerNode(context);
  level.connect(side).connect(context.destination);
  return { level, side };
};
