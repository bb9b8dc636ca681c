import { type Seconds, seconds } from '@/core/music/time';
import {
  AT_START,
  begin,
  type Cursor,
  clockIn,
  type Due,
  due,
  isOver,
  isStillDue,
  type Loop,
  type Plan,
  placeAt,
  type Segment,
  samePlace,
  segmentAt,
  since,
  stateAt,
  type TransportState,
  unfold,
  withLive,
  withProgram,
  withRate,
} from '@/core/playing/transport';
import type { Program } from '@/core/song/set';
import type { Levels, Output, Sides } from './output';
import { type Content, type ScheduledSound, type Sound, type SoundsAt, scheduled } from './stems';

/**
 * Sounds are handed to the output this long (s) before they are due. The page may be busy, or hidden,
 * for as long without a click coming late.
 */
const HORIZON = 4;
/** Words speak of places this far ahead (s) at most. */
const FORESIGHT = 40;
/** How often (ms) more sounds are handed over. */
const REFILL = 250;
/** From pressing play to the first click (s). */
const RUN_UP = 0.15;
/** What is closer than this (s) stays as it was planned: it sounds already, or nearly. */
const SETTLED = 0.05;
/** A sound that is later than this (s) after a stall is left out: it would only throw the band off. */
const TOO_LATE = 0.05;
/** So long (ms) is waited for drums and voice. */
const PATIENCE = 150;
/** How long (s) what went by is remembered. */
const MEMORY = 5;

export type Player = {
  /**
   * Plays from a place. Drums and voice that are not ready in time come in when they are. Cancelled by
   * `stop`, also while sounds are still being made ready.
   *
   * @param loop what is played over and over from the first round on
   */
  readonly play: (piece: Piece, from: Seconds, loop?: Loop) => Promise<void>;
  readonly stop: () => void;
  /** The program or what sounds in it has changed: goes on at the same bar and beat. */
  readonly change: (piece: Piece) => Promise<void>;
  /** A step of the plan, from the earliest time at which it can still be changed. */
  readonly step: (step: (plan: Plan, clock: number) => Plan) => void;
  readonly setRate: (rate: number) => void;
  readonly setLive: (live: boolean) => void;
  readonly setLevels: (levels: Levels) => void;
  readonly setSides: (sides: Sides) => void;
  /** How long (s) ahead somebody who runs along has to know; nothing is changed before. */
  readonly settleAhead: (seconds: number | undefined) => void;
  readonly state: () => TransportState;
  /** The segment that the next step will change, with all that has been decided. */
  readonly planned: () => Segment | undefined;
  /** What is heard now; nothing while stopped. */
  readonly heard: () => Heard | undefined;
  /** The plan for whoever runs along; nothing while stopped. */
  readonly view: () => View | undefined;
  /** Lets one sound be heard at once. */
  readonly strike: (sound: Sound) => Promise<void>;
  /** @param listener is told why it ended */
  readonly onEnd: (listener: (why: 'over' | 'gone') => void) => void;
};

/** A program, and how to get what sounds in it beside the click. */
export type Piece = {
  readonly program: Program;
  readonly complete?: (() => Promise<Content>) | undefined;
};

export type Heard = { readonly program: Program; readonly place: Seconds };

export type View = {
  readonly plan: Plan;
  /** Now, by the plan's clock (s). */
  readonly clock: number;
  /** When a time of the clock is heard, by the page's own clock (ms). */
  readonly pageTime: (clock: number) => number;
};

/** A sound that the output has been given, and how to take it back. */
type StickedStroke = { readonly due: Due<ScheduledSound>; readonly takeBack: () => void };

type Playing = {
  plan: Plan;
  cursor: Cursor;
  handed: StickedStroke[];
  /** What sounds in each program that the plan goes through. */
  sounds: Map<Program, SoundsAt>;
};

/** Plays programs through an output: it renders what the plan says is due, and nothing else. */
export const createPlayer = (output: Output): Player => {
  let playing: Playing | undefined;
  /** What was asked for last: whatever is made ready for something earlier comes too late. */
  let wanted: Piece | undefined;
  /** What will be played once it is ready. */
  let preparing: { piece: Piece; from: Seconds; readonly loop: Loop | undefined } | undefined;
  let timer: ReturnType<typeof setInterval> | undefined;
  let rate = 1;
  let live = false;
  let settled = SETTLED;
  let ended: (why: 'over' | 'gone') => void = () => undefined;

  const halt = () => {
    clearInterval(timer);
    wanted = undefined;
    preparing = undefined;
    playing = undefined;
  };

  const stop = () => {
    for (const { takeBack } of playing?.handed ?? []) takeBack();
    halt();
  };

  const end = (why: 'over' | 'gone') => {
    // What rings when the music is over rings on.
    if (why === 'over') halt();
    else stop();
    ended(why);
  };

  const soundsIn = ({ intent, rate, place }: Segment): readonly ScheduledSound[] =>
    playing?.sounds.get(intent.program)?.(rate, intent.live, place) ?? [];

  /** Hands over what is due within the horizon. */
  const refill = () => {
    if (!playing) return;
    const now = output.now();
    playing.plan = since(unfold(playing.plan, now + FORESIGHT), now - MEMORY);
    const programs = new Set(playing.plan.segments.map(({ intent }) => intent.program));
    for (const one of playing.sounds.keys()) if (!programs.has(one)) playing.sounds.delete(one);
    const more = due(playing.plan, soundsIn, playing.cursor, now + HORIZON);
    playing.cursor = more.cursor;
    playing.handed = playing.handed.filter((one) => one.due.clock > now - MEMORY);
    for (const one of more.due) {
      const { item, clock, segment } = one;
      if (clock < now - TOO_LATE) continue;
      const ends = item.until ?? (lastsBeyond(segment, item) ? segment.until : undefined);
      const until = ends === undefined ? undefined : clockIn(segment, ends);
      playing.handed.push({ due: one, takeBack: output.start(item, Math.max(now, clock), until) });
    }
    if (isOver(playing.plan, now - output.latency())) end('over');
  };

  /** Goes on by another plan: what has not begun to sound and is not due any more is taken back. */
  const follow = (plan: Plan) => {
    if (!playing || plan === playing.plan) return;
    const now = output.now();
    playing.plan = plan;
    playing.handed = playing.handed.filter(({ due, takeBack }) => {
      const stays = due.clock <= now || isStillDue(plan, due);
      if (!stays) takeBack();
      return stays;
    });
    refill();
  };

  const step = (change: (plan: Plan, clock: number) => Plan) => {
    if (playing) follow(change(playing.plan, output.now() + settled));
  };

  const heardClock = () => output.now() - output.latency();

  /**
   * Calls back with what there is to hear of a piece: with all of it, or after some patience with the
   * click alone and with all of it later, as long as the piece is still wanted.
   */
  const madeReady = async (piece: Piece, use: (content: Content) => void): Promise<void> => {
    wanted = piece;
    const { program, complete } = piece;
    const whole = complete?.().catch(() => ({ program })) ?? Promise.resolve({ program });
    const first = await Promise.race([whole, after(PATIENCE)]);
    if (wanted !== piece) return;
    use(first ?? { program });
    if (first) return;
    const late = await whole;
    if (wanted === piece) change(late);
  };

  /** Everything that sounds, with its samples made. */
  const ready = (content: Content): SoundsAt => {
    const sounds = scheduled(content);
    for (const sound of sounds(rate, live, 0)) if (!sound.once) output.prepare(sound);
    return sounds;
  };

  const start = (content: Content, from: Seconds, loop: Loop | undefined) => {
    const sounds = ready(content);
    const { program } = content;
    preparing = undefined;
    playing = {
      plan: begin({ program, place: from, rate, live, loop }, output.now() + RUN_UP),
      cursor: AT_START,
      handed: [],
      sounds: new Map([[program, sounds]]),
    };
    refill();
    timer = setInterval(refill, REFILL);
  };

  const change = (content: Content) => {
    if (!playing) return;
    // What takes its time comes first: between the plan and its sounds there is none to lose.
    const sounds = ready(content);
    const plan = withProgram(playing.plan, output.now() + settled, content.program);
    if (!plan) return end('gone');
    playing.sounds.set(content.program, sounds);
    follow(plan);
  };

  return {
    play: async (piece, from, loop) => {
      stop();
      const attempt = { piece, from, loop };
      preparing = attempt;
      await output.open();
      // It may be edited while it is made ready.
      while (preparing === attempt) {
        const { piece } = attempt;
        await madeReady(piece, (content) => start(content, attempt.from, attempt.loop));
        if (attempt.piece === piece) return;
      }
    },
    stop,
    change: async (piece) => {
      if (playing) return madeReady(piece, change);
      if (!preparing) return;
      const from = samePlace(preparing.piece.program, piece.program, preparing.from);
      preparing.from = from ?? seconds(0);
      preparing.piece = piece;
      wanted = piece;
    },
    step,
    setRate: (next) => {
      rate = next;
      step((plan, clock) => withRate(plan, clock, next));
    },
    setLive: (next) => {
      live = next;
      step((plan, clock) => withLive(plan, clock, next));
    },
    setLevels: output.setLevels,
    setSides: output.setSides,
    settleAhead: (ahead = SETTLED) => {
      settled = ahead;
    },
    state: () => {
      if (preparing) return { is: 'preparing' };
      return playing ? stateAt(playing.plan, heardClock()) : { is: 'stopped' };
    },
    planned: () => playing && segmentAt(playing.plan, output.now() + settled),
    heard: () => {
      if (!playing) return undefined;
      const clock = heardClock();
      const { program } = segmentAt(playing.plan, clock).intent;
      return { program, place: placeAt(playing.plan, clock) };
    },
    view: () => {
      if (!playing) return undefined;
      const ahead = output.pageAhead();
      return {
        plan: playing.plan,
        clock: (performance.now() - ahead) / 1000,
        pageTime: (clock) => clock * 1000 + ahead,
      };
    },
    strike: async (sound) => {
      await output.open();
      output.start(sound, output.now());
    },
    onEnd: (listener) => {
      ended = listener;
    },
  };
};

/** What goes on for a while ends with the stretch that it is played in. */
const lastsBeyond = ({ until }: Segment, { time, lasts }: ScheduledSound): boolean =>
  lasts !== undefined && time + lasts > until;

const after = (milliseconds: number): Promise<undefined> =>
  new Promise((resolve) => setTimeout(() => resolve(undefined), milliseconds));
