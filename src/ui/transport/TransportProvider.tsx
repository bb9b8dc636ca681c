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
import { createPlayer, type Player } from '@/audio/player';
import { LEVEL_RANGE } from '@/core/click';
import type { Program } from '@/core/set';
import { type Seconds, seconds } from '@/core/time';

/** What a page puts under the transport. */
export type Loaded = {
  readonly program: Program;
  /** Where Space starts: the selected place, or nothing for the beginning. */
  readonly from: Seconds | undefined;
};

type Listener = (time: Seconds | undefined) => void;

/** What can be done; never changes, so that whoever uses it is not drawn again. */
type Controls = {
  readonly load: (loaded: Loaded | undefined) => void;
  readonly toggle: (fromTop?: boolean) => void;
  readonly setLevel: (decibels: number) => void;
  /** Calls back on every frame while something plays, and once with nothing when it stops. */
  readonly follow: (listener: Listener) => () => void;
};

type State = {
  readonly loaded: Loaded | undefined;
  readonly playing: boolean;
  readonly level: number;
};

const ControlsContext = createContext<Controls | undefined>(undefined);
const StateContext = createContext<State>({
  loaded: undefined,
  playing: false,
  level: LEVEL_RANGE.start,
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

/** One player for all pages, and the frames by which positions are shown. */
export const TransportProvider = ({ children }: { children: ReactNode }) => {
  const [loaded, setLoaded] = useState<Loaded>();
  const [playing, setPlaying] = useState(false);
  const [level, setLevel] = useState<number>(LEVEL_RANGE.start);
  const player = useRef<Player>(undefined);
  const listeners = useRef(new Set<Listener>());
  const current = useRef<Loaded>(undefined);

  const stop = useCallback(() => {
    player.current?.stop();
    setPlaying(false);
  }, []);

  const load = useCallback(
    (next: Loaded | undefined) => {
      if (!next) stop();
      else if (current.current && current.current.program !== next.program) {
        player.current?.change(next.program);
      }
      current.current = next;
      setLoaded(next);
    },
    [stop],
  );

  const toggle = useCallback(
    (fromTop = false) => {
      const at = current.current;
      if (player.current?.now() !== undefined || !at || at.program.seconds === 0) return stop();
      player.current ??= createPlayer();
      player.current.onEnd(() => setPlaying(false));
      setPlaying(true);
      void player.current.play(at.program, fromTop ? seconds(0) : (at.from ?? seconds(0)));
    },
    [stop],
  );

  useEffect(() => {
    player.current?.setLevel(level);
  }, [level]);

  useEffect(() => {
    const tell = (time: Seconds | undefined) => {
      for (const listener of listeners.current) listener(time);
    };
    if (!playing) return tell(undefined);
    player.current?.setLevel(level);
    let frame = 0;
    const show = () => {
      tell(player.current?.now());
      frame = requestAnimationFrame(show);
    };
    show();
    return () => cancelAnimationFrame(frame);
  }, [playing, level]);

  useEffect(() => stop, [stop]);

  const follow = useCallback((listener: Listener) => {
    listeners.current.add(listener);
    return () => {
      listeners.current.delete(listener);
    };
  }, []);

  const controls = useMemo(() => ({ load, toggle, setLevel, follow }), [load, toggle, follow]);
  const state = useMemo(() => ({ loaded, playing, level }), [loaded, playing, level]);
  return (
    <ControlsContext value={controls}>
      <StateContext value={state}>{children}</StateContext>
    </ControlsContext>
  );
};
