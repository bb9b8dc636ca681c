'use client';

import {
  createContext,
  type ReactNode,
  useContext,
  useEffect,
  useState,
  useSyncExternalStore,
} from 'react';
import { followRemote } from '@/audio/midi/remote';
import { createAudioOutput } from '@/audio/output';
import { createPlayer, type Player } from '@/audio/player';
import { createTransport, type State, type Transport } from './transport';

type Provided = { readonly transport: Transport; readonly player: Player };

const Context = createContext<Provided | undefined>(undefined);

const useProvided = (): Provided => {
  const provided = useContext(Context);
  if (!provided) throw new Error('The transport is used outside its provider.');
  return provided;
};

/** What can be done; never changes, so that whoever uses it is not drawn again. */
export const useControls = (): Transport => useProvided().transport;

export const useTransport = (): State & Transport => {
  const { transport } = useProvided();
  const state = useSyncExternalStore(transport.subscribe, transport.state, transport.state);
  return { ...transport, ...state };
};

/** The plan of what plays, for whoever tells others of it. */
export const useView = (): Player['view'] => useProvided().player.view;

/** Lets one drum be heard at once. */
export const useStrike = () => {
  const { player } = useProvided();
  return (sound: string) =>
    void import('@/core/playing/sound').then(({ renderDrum }) =>
      player.strike({
        key: sound,
        stem: 'drums',
        make: (sampleRate) => renderDrum(sound, sampleRate),
      }),
    );
};

type Props = {
  /** What makes the sound; the speakers where left out. */
  readonly player?: Player;
  readonly children: ReactNode;
};

/** One player for all pages, and the frames by which positions are shown. */
export const TransportProvider = ({ player: given, children }: Props) => {
  const [provided] = useState((): Provided => {
    const player = given ?? createPlayer(createAudioOutput());
    return { player, transport: createTransport(player) };
  });
  const { player, transport } = provided;
  const { is, port, follows } = useSyncExternalStore(
    transport.subscribe,
    transport.state,
    transport.state,
  );
  const runs = is !== 'stopped';

  useEffect(() => {
    if (!runs) return;
    let frame = requestAnimationFrame(function show() {
      transport.frame();
      frame = requestAnimationFrame(show);
    });
    return () => cancelAnimationFrame(frame);
  }, [runs, transport]);

  useEffect(() => {
    if (!port || !runs || follows) return;
    return later(async () => {
      const { sendClock } = await import('@/audio/midi/sender');
      return sendClock(port, player);
    });
  }, [port, runs, follows, player]);

  useEffect(() => {
    if (!port) return;
    // Not fetched when it is needed: a start that comes meanwhile would be lost.
    if (!follows) return followRemote(port, transport.remote);
    return later(async () => {
      const { followClock } = await import('@/audio/midi/leader');
      const end = followClock(port, player, transport.remote);
      return () => {
        end();
        player.setRate(transport.state().rate);
      };
    });
  }, [port, follows, player, transport]);

  useEffect(() => () => player.stop(), [player]);

  return <Context value={provided}>{children}</Context>;
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
