import type { Port } from '@/audio/midi/port';
import type { Remote } from '@/audio/midi/remote';
import { BOTH_SIDES, type Levels, type Sides, USUAL_LEVELS } from '@/audio/output';
import type { Heard, Piece as Played, Player } from '@/audio/player';
import { type Seconds, seconds, TICKS_PER_QUARTER, ticks } from '@/core/music/time';
import {
  type Loop,
  loopHere,
  type MoveKind,
  move,
  type TransportState,
  waitOrGoOn,
  withLoop,
  withRates,
} from '@/core/playing/transport';
import { type Program, songAt } from '@/core/song/set';
import { secondsAt } from '@/core/song/timeline';

/** What a page puts under the transport. */
export type Piece = Played & {
  /** Where the page is found again. */
  readonly href: string;
  readonly title: string;
  /** Where Space starts: the selected place, or nothing for the beginning. */
  readonly from: Seconds | undefined;
  /** Whether there are drums in it, and a voice. */
  readonly drums: boolean;
  readonly voice: boolean;
  /** Whether the recording is played with it. */
  readonly recording: boolean;
  /** What Space plays over and over instead, where something is practised. */
  readonly loop?: Loop | undefined;
};

export type State = {
  /** What the page in sight has to play, and what plays or is made ready; they may differ. */
  readonly page: Piece | undefined;
  readonly plays: Piece | undefined;
  readonly is: TransportState['is'];
  /** The name of what is looped; whether a wait has been agreed on. */
  readonly looping: string | undefined;
  /** Which round of it, from 0. */
  readonly round: number | undefined;
  /** How fast this round is by itself, as a factor on what is written. */
  readonly roundRate: number | undefined;
  readonly waits: boolean;
  readonly live: boolean;
  readonly port: Port | undefined;
  /** Whether its clock leads. */
  readonly follows: boolean;
  readonly levels: Levels;
  readonly sides: Sides;
  /** How fast, as a factor on what is written. */
  readonly rate: number;
  /** What happened that nobody asked for. */
  readonly notice: string | undefined;
};

/** Half as fast to half as fast again. */
export const RATES = { slowest: 0.4, fastest: 1.5, step: 0.05 } as const;

type Listener = (heard: Heard | undefined) => void;

/** What can be done with it. */
export type Transport = {
  readonly state: () => State;
  /** Calls back whenever the state has changed; answers how to stop that. */
  readonly subscribe: (listener: () => void) => () => void;
  /** Calls back with what is heard of the page's piece on every frame, and with nothing otherwise. */
  readonly follow: (listener: Listener) => () => void;
  /** The same for whatever is heard. */
  readonly followAll: (listener: Listener) => () => void;
  /** Once a frame while it plays. */
  readonly frame: () => void;
  readonly load: (piece: Piece | undefined) => void;
  readonly toggle: (fromTop?: boolean) => void;
  readonly playFrom: (place: Seconds) => void;
  /** Plays a stretch of the page's piece over and over. */
  readonly playLoop: (loop: Loop) => void;
  /** How fast the rounds to come of what is looped are, one after the other. */
  readonly setRounds: (rates: readonly number[]) => void;
  readonly stop: () => void;
  /** What a machine does that starts and stops us. */
  readonly remote: Remote;
  readonly move: (kind: MoveKind) => void;
  readonly toggleLoop: () => void;
  readonly toggleWait: () => void;
  readonly toggleLive: () => void;
  readonly setLevels: (levels: Partial<Levels>) => void;
  readonly setSides: (sides: Partial<Sides>) => void;
  readonly setRate: (rate: number) => void;
  readonly setPort: (port: Port | undefined) => void;
  readonly setFollows: (follows: boolean) => void;
};

const START: State = {
  page: undefined,
  plays: undefined,
  is: 'stopped',
  looping: undefined,
  round: undefined,
  roundRate: undefined,
  waits: false,
  live: false,
  port: undefined,
  follows: false,
  levels: USUAL_LEVELS,
  sides: BOTH_SIDES,
  rate: 1,
  notice: undefined,
};

/** One transport for all pages. What plays goes on while another page is looked at. */
export const createTransport = (player: Player): Transport => {
  let state = START;
  const subscribers = new Set<() => void>();
  const [ofPage, ofAll] = [new Set<Listener>(), new Set<Listener>()];
  /** Where the piece was stopped. */
  let place: Seconds | undefined;

  const put = (next: Partial<State>) => {
    const changed = Object.entries(next).some(
      ([key, value]) => state[key as keyof State] !== value,
    );
    if (!changed) return;
    state = { ...state, ...next };
    for (const listener of subscribers) listener();
  };

  const look = () => {
    const { is } = player.state();
    const planned = player.planned();
    const waits = is === 'waiting' || (planned?.waits ?? planned?.intent.wait) !== undefined;
    const { name: looping, round, rates } = planned?.intent.loop ?? {};
    const roundRate = round === undefined ? undefined : rates?.[round];
    put({ is, looping, round, roundRate, waits, ...(is === 'stopped' && { plays: undefined }) });
  };

  const tell = () => {
    const heard = player.heard();
    const here = state.plays !== undefined && state.plays.href === state.page?.href;
    for (const listener of ofAll) listener(heard);
    for (const listener of ofPage) listener(here ? heard : undefined);
  };

  const refresh = () => {
    look();
    tell();
  };

  const play = async (piece: Piece, from: Seconds, loop?: Loop) => {
    if (piece.program.seconds === 0) return;
    put({ plays: piece, notice: undefined });
    const playing = player.play(piece, from, loop).then(refresh);
    refresh();
    await playing;
  };

  const stop = () => {
    place = player.heard()?.place;
    player.stop();
    refresh();
  };

  const playPage = (from: Seconds | undefined) => {
    const { page } = state;
    if (page) void play(page, from ?? seconds(0));
  };

  const playLoop = (loop: Loop) => {
    const { page } = state;
    if (page) void play(page, loop.from, loop);
  };

  const step = (change: Parameters<Player['step']>[0]) => {
    player.step(change);
    refresh();
  };

  player.onEnd((why) => {
    place = undefined;
    put({ notice: why === 'gone' ? 'What played has been removed, so it stopped.' : undefined });
    refresh();
  });

  return {
    state: () => state,
    subscribe: (listener) => {
      subscribers.add(listener);
      return () => subscribers.delete(listener);
    },
    follow: (listener) => {
      ofPage.add(listener);
      return () => ofPage.delete(listener);
    },
    followAll: (listener) => {
      ofAll.add(listener);
      return () => ofAll.delete(listener);
    },
    frame: refresh,
    load: (piece) => {
      const { plays } = state;
      put({ page: piece });
      if (!piece || !plays || plays.href !== piece.href) return tell();
      put({ plays: piece });
      if (plays.program !== piece.program || plays.complete !== piece.complete)
        void player.change(piece);
    },
    toggle: (fromTop = false) => {
      if (state.is !== 'stopped') return stop();
      if (state.page?.loop && !fromTop) playLoop(state.page.loop);
      else playPage(fromTop ? undefined : state.page?.from);
    },
    playFrom: playPage,
    playLoop,
    setRounds: (rates) => step((plan, clock) => withRates(plan, clock, rates)),
    stop,
    remote: {
      start: () => state.is === 'stopped' && playPage(undefined),
      startAtBarOne: () => state.is === 'stopped' && playPage(state.page?.program.songs[0]?.barOne),
      goOn: () => state.is === 'stopped' && playPage(place ?? state.page?.from),
      stop: () => state.is !== 'stopped' && stop(),
      setPosition: (sixteenths) => {
        place = state.page && sixteenth(state.page.program, place ?? seconds(0), sixteenths);
      },
    },
    move: (kind) => step((plan, clock) => move(plan, clock, kind)),
    toggleLoop: () =>
      step((plan, clock) =>
        state.looping === undefined ? loopHere(plan, clock) : withLoop(plan, clock, undefined),
      ),
    toggleWait: () => step(waitOrGoOn),
    toggleLive: () => {
      put({ live: !state.live });
      player.setLive(state.live);
      refresh();
    },
    setLevels: (levels) => {
      put({ levels: { ...state.levels, ...levels } });
      player.setLevels(state.levels);
    },
    setSides: (sides) => {
      put({ sides: { ...state.sides, ...sides } });
      player.setSides(state.sides);
    },
    setRate: (rate) => {
      const steps = Math.round(rate / RATES.step) * RATES.step;
      put({ rate: Math.min(RATES.fastest, Math.max(RATES.slowest, steps)) });
      player.setRate(state.rate);
    },
    setPort: (port) => put({ port, ...(!port && { follows: false }) }),
    setFollows: (follows) => put({ follows }),
  };
};

/** Where a sixteenth, from 0, of the song at a place lies in the program. */
const sixteenth = (program: Program, place: Seconds, count: number): Seconds | undefined => {
  const song = songAt(program, place)?.song;
  if (!song) return undefined;
  const at = ticks((count * TICKS_PER_QUARTER) / 4);
  return seconds(song.barOne + secondsAt(song.timeline.tempo, at));
};
