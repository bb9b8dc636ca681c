'use client';

import {
  createContext,
  type ReactNode,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import type { Beside, Drums } from '@/audio/lanes';
import type { Port } from '@/audio/midi/ports';
import { createPlayer, type Levels, type Player } from '@/audio/player';
import { LEVEL_RANGE } from '@/core/click';
import { loopAt, type MoveKind, moveAt, nextBarLine, type Program } from '@/core/set';
import { type Seconds, seconds } from '@/core/time';

/** What a page puts under the transport. */
export type Loaded = {
  readonly program: Program;
  /** Where Space starts: the selected place, or nothing for the beginning. */
  readonly from: Seconds | undefined;
  /** What the drummer plays and what is spoken; worked out when it is first wanted. */
  readonly beside: MakeBeside | undefined;
  /** Whether there are drums in it. */
  readonly drums: boolean;
};

export type MakeDrums = () => Promise<Drums>;
export type MakeBeside = () => Promise<Beside>;

type Listener = (time: Seconds | undefined) => void;

/** What can be done; never changes, so that whoever uses it is not drawn again. */
type Controls = {
  readonly load: (loaded: Loaded | undefined) => void;
  readonly toggle: (fromTop?: boolean) => void;
  readonly setLevels: (levels: Partial<Levels>) => void;
  /** How fast, as a factor on what is written. */
  readonly setRate: (rate: number) => void;
  /** While it plays: goes on elsewhere from a bar line on; answers whether there is a way. */
  readonly move: (kind: MoveKind) => boolean;
  /** While it plays: loops the section that is played, with a bar before and after; or lets go. */
  readonly toggleLoop: () => void;
  /** While it plays: waits at the next bar line; or goes on. */
  readonly toggleHold: () => void;
  /** Whether vamps and holds wait for their cue, or last as long as is expected. */
  readonly toggleLive: () => void;
  /** Lets one stroke be heard at once. */
  readonly strike: (sound: string) => void;
  /** The machine that runs along; nobody where left out. */
  readonly setPort: (port: Port | undefined) => void;
  /** Calls back on every frame while something plays, and once with nothing when it stops. */
  readonly follow: (listener: Listener) => () => void;
};

type State = {
  readonly loaded: Loaded | undefined;
  readonly playing: boolean;
  /** The name of what is looped; whether everybody waits. */
  readonly looping: string | undefined;
  readonly holding: boolean;
  readonly live: boolean;
  readonly port: Port | undefined;
  readonly levels: Levels;
  readonly rate: number;
};

const LOW: Levels = { click: LEVEL_RANGE.start, drums: LEVEL_RANGE.start };
/** Half as fast to half as fast again. */
export const RATES = { slowest: 0.4, fastest: 1.5, step: 0.05 } as const;

const ControlsContext = createContext<Controls | undefined>(undefined);
const StateContext = createContext<State>({
  loaded: undefined,
  playing: false,
  looping: undefined,
  holding: false,
  live: false,
  port: undefined,
  levels: LOW,
  rate: 1,
});

export const useControls = (): Controls => {
  const controls = useContext(ControlsContext);
  if (!controls) throw new Error('The transport is used outside its provider.');
  return controls;
};

export const useTransport = (): Controls & State => {
  const state = useContext(StateContext);
  return { ...useControls(), ...state };
};

/** Something that begins once its code is here, unless it is over by then. */
const later = (begin: () => Promise<() => void>): (() => void) => {
  let end: (() => void) | undefined;
  let over = false;
  void begin().then((how) => {
    if (over) how();
    else end = how;
  });
  return () => {
    over = true;
    end?.();
  };
};

/** One player for all pages, and the frames by which positions are shown. */
export const TransportProvider = ({ children }: { children: ReactNode }) => {
  const [loaded, setLoaded] = useState<Loaded>();
  const [playing, setPlaying] = useState(false);
  const [looping, setLooping] = useState<string>();
  const [holding, setHolding] = useState(false);
  const [live, setLive] = useState(false);
  const [port, setPort] = useState<Port>();
  const [levels, putLevels] = useState(LOW);
  const [rate, putRate] = useState(1);
  const player = useRef<Player>(undefined);
  const latest = useRef({ levels, rate, looping, holding, live });
  latest.current = { levels, rate, looping, holding, live };
  const listeners = useRef(new Set<Listener>());
  const current = useRef<Loaded>(undefined);

  const ready = useCallback((): Player => {
    if (!player.current) {
      player.current = createPlayer();
      player.current.setLevels(latest.current.levels);
      player.current.setRate(latest.current.rate);
      player.current.setLive(latest.current.live);
    }
    return player.current;
  }, []);

  const stop = useCallback(() => {
    player.current?.stop();
    setPlaying(false);
  }, []);

  const load = useCallback(
    (next: Loaded | undefined) => {
      const before = current.current;
      current.current = next;
      setLoaded(next);
      if (!next) return stop();
      if (!before || player.current?.now() === undefined) return;
      if (before.program === next.program && before.beside === next.beside) return;
      void next
        .beside?.()
        .then((beside) => current.current === next && player.current?.change(next.program, beside));
      if (!next.beside) player.current.change(next.program);
    },
    [stop],
  );

  const toggle = useCallback(
    (fromTop = false) => {
      const at = current.current;
      if (player.current?.now() !== undefined || !at || at.program.seconds === 0) return stop();
      const playing = ready();
      playing.onEnd(() => setPlaying(false));
      setPlaying(true);
      const from = fromTop ? seconds(0) : (at.from ?? seconds(0));
      void (async () => {
        const beside = await at.beside?.();
        if (current.current === at) await playing.play(at.program, from, beside);
      })();
    },
    [stop, ready],
  );

  const move = useCallback((kind: MoveKind): boolean => {
    const now = player.current?.now();
    if (kind === 'leave' && player.current?.letGo()) return true;
    const way = now === undefined ? undefined : moveAt(current.current!.program, now, kind);
    if (way) player.current?.jump(way.from, way.to);
    return way !== undefined;
  }, []);

  const toggleLive = useCallback(() => setLive((now) => !now), []);

  const toggleLoop = useCallback(() => {
    const now = player.current?.now();
    if (now === undefined) return;
    const loops = latest.current.looping !== undefined;
    const loop = loops ? undefined : loopAt(current.current!.program, now);
    player.current!.loop(loop);
    setLooping(loop?.name);
  }, []);

  const toggleHold = useCallback(() => {
    const now = player.current?.now();
    if (now === undefined) return;
    const line = latest.current.holding ? undefined : nextBarLine(current.current!.program, now);
    if (line === undefined) player.current!.goOn();
    else player.current!.hold(line);
    setHolding(line !== undefined);
  }, []);

  useEffect(() => {
    if (playing) return;
    setLooping(undefined);
    setHolding(false);
  }, [playing]);

  const strike = useCallback(
    (sound: string) => {
      void import('@/core/sound').then(({ renderDrum }) => ready().strike(sound, renderDrum));
    },
    [ready],
  );

  useEffect(() => {
    player.current?.setLive(live);
  }, [live]);

  useEffect(() => {
    player.current?.setLevels(levels);
  }, [levels]);

  useEffect(() => {
    player.current?.setRate(rate);
  }, [rate]);

  useEffect(() => {
    const tell = (time: Seconds | undefined) => {
      for (const listener of listeners.current) listener(time);
    };
    if (!playing) return tell(undefined);
    let frame = 0;
    const show = () => {
      tell(player.current?.now());
      setHolding(player.current?.waits() ?? false);
      frame = requestAnimationFrame(show);
    };
    show();
    return () => cancelAnimationFrame(frame);
  }, [playing]);

  useEffect(() => {
    if (!port || !playing) return;
    return later(async () => {
      const { sendClock } = await import('@/audio/midi/sender');
      return sendClock(port, () => player.current?.view());
    });
  }, [port, playing]);

  useEffect(() => {
    if (!port) return;
    const plays = () => player.current?.now() !== undefined;
    return later(async () => {
      const { obey } = await import('@/audio/midi/obey');
      return obey(port, { plays, start: toggle, stop });
    });
  }, [port, toggle, stop]);

  useEffect(() => stop, [stop]);

  const follow = useCallback((listener: Listener) => {
    listeners.current.add(listener);
    return () => {
      listeners.current.delete(listener);
    };
  }, []);

  const setLevels = useCallback(
    (next: Partial<Levels>) => putLevels((now) => ({ ...now, ...next })),
    [],
  );
  const setRate = useCallback((next: number) => {
    const steps = Math.round(next / RATES.step) * RATES.step;
    putRate(Math.min(RATES.fastest, Math.max(RATES.slowest, steps)));
  }, []);

  const controls = useMemo(
    () => ({
      load,
      toggle,
      move,
      toggleLoop,
      toggleHold,
      toggleLive,
      setLevels,
      setRate,
      setPort,
      strike,
      follow,
    }),
    [load, toggle, move, toggleLoop, toggleHold, toggleLive, setLevels, setRate, strike, follow],
  );
  const state = useMemo(
    () => ({ loaded, playing, looping, holding, live, port, levels, rate }),
    [loaded, playing, looping, holding, live, port, levels, rate],
  );
  return (
    <ControlsContext value={controls}>
      <StateContext value={state}>{children}</StateContext>
    </ControlsContext>
  );
};
