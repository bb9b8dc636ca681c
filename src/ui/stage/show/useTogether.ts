'use client';

import { useEffect, useState } from 'react';
import { AWAY } from '@/core/playing/show';
import type { Program } from '@/core/song/set';
import type { Transport } from '../../transport/transport';
import { useClock } from './useClock';
import { type Conducting, useConducting } from './useConducting';
import { useFollowing, useWaits } from './useFollowing';
import { useShow } from './useShow';
import { showWords } from './words';

/** A set that several devices play together, as one of them has it. */
export type Together = Pick<Conducting, 'conducts' | 'take' | 'give'> & {
  /** Whether this device shows where the conductor is. */
  readonly follows: boolean;
  /** Tells once a frame where the conductor is; nothing where this device does not follow. */
  readonly follow: Transport['followAll'] | undefined;
  /** Whether it could follow, and does not. */
  readonly mayFollow: boolean;
  readonly toggleFollowing: () => void;
  readonly conductor: string;
  /** Whether anybody may take the baton. */
  readonly baton: 'free' | 'taken';
  /** How it stands, in a sentence; empty where there is nothing to say. */
  readonly words: string;
};

type Options = {
  readonly set: string | undefined;
  readonly program: Program;
  /** Nothing else moves this page: it plays nothing itself, and is not moved by hand. */
  readonly mayFollow: boolean;
};

export const useTogether = ({ set, program, mayFollow }: Options): Together => {
  const show = useShow(set);
  const [own, setOwn] = useState(false);
  const [needed, setNeeded] = useState(false);
  const agreement = useClock(needed);
  const { conducts, other, take, give } = useConducting(set, show, agreement);
  const follows = other !== undefined && mayFollow && !own;
  const listen = useFollowing(program, follows ? other : undefined, agreement);
  const waits = useWaits(follows ? other : undefined, agreement);
  useEffect(() => setNeeded(show !== undefined), [show]);
  const silent = useSilence(other?.heard);
  return {
    conducts,
    take,
    give,
    follows,
    follow: follows ? listen : undefined,
    mayFollow: other !== undefined && mayFollow && own,
    toggleFollowing: () => setOwn((now) => !now),
    conductor: other?.conductor ?? '',
    baton: other && silent < AWAY ? 'taken' : 'free',
    words: showWords({
      conducts,
      conductor: other?.conductor,
      follows,
      silent,
      doubt: agreement?.doubt,
      waits,
    }),
  };
};

/** How long (ms) nothing was heard since a moment, told once a second. */
const useSilence = (heard: number | undefined): number => {
  const [silent, setSilent] = useState(0);
  useEffect(() => {
    if (heard === undefined) return setSilent(0);
    const look = () => setSilent(performance.now() - heard);
    look();
    const timer = setInterval(look, 1000);
    return () => clearInterval(timer);
  }, [heard]);
  return silent;
};
