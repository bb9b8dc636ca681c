'use client';

import { useEffect, useState } from 'react';
import { AWAY } from '@/core/playing/show';
import type { Program } from '@/core/song/set';
import type { Transport } from '../../transport/transport';
import { useClock } from './useClock';
import { useConducting } from './useConducting';
import { useFollowing, useWaits } from './useFollowing';
import { useShow } from './useShow';
import { showWords } from './words';

/** A set that several devices play together, as one of them has it. */
export type Together = {
  /** Whether the others follow this device. */
  readonly conducts: boolean;
  /** Takes the baton, or gives it away; nothing where neither can be done. */
  readonly toggleBaton: (() => void) | undefined;
  /** Whether this device shows where the conductor is. */
  readonly follows: boolean;
  /** Tells once a frame where the conductor is; nothing where this device does not follow. */
  readonly follow: Transport['followAll'] | undefined;
  /** Whether it could follow, and does not. */
  readonly mayFollow: boolean;
  readonly toggleFollowing: () => void;
  readonly conductor: string;
  /** How it stands, in a sentence; empty where there is nothing to say. */
  readonly words: string;
};

type Options = {
  readonly set: string | undefined;
  readonly program: Program;
  /** Whether the member may conduct. */
  readonly mayConduct: boolean;
  /** Nothing else moves this page: it plays nothing itself, and is not moved by hand. */
  readonly mayFollow: boolean;
};

export const useTogether = (options: Options): Together => {
  const { set, program, mayConduct, mayFollow } = options;
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
  const free = other === undefined || silent >= AWAY;
  return {
    conducts,
    toggleBaton: mayConduct && free ? (conducts ? give : take) : undefined,
    follows,
    follow: follows ? listen : undefined,
    mayFollow: other !== undefined && mayFollow && own,
    toggleFollowing: () => setOwn((now) => !now),
    conductor: other?.conductor ?? '',
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
