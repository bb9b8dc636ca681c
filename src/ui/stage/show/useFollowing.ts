'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { Heard } from '@/audio/player';
import { type Agreement, type Follower, learnt, newFollower, standing } from '@/core/playing/show';
import type { Program } from '@/core/song/set';
import type { HeardShow } from './useShow';

type Listener = (heard: Heard | undefined) => void;

/**
 * Where a show stands, once a frame, in place of what this device plays itself.
 *
 * @returns how to listen; another function only where there is something else to follow
 */
export const useFollowing = (
  program: Program,
  show: HeardShow | undefined,
  agreement: Agreement | undefined,
): ((listener: Listener) => () => void) => {
  const follower = useRef<Follower | undefined>(undefined);
  const { anchors } = show ?? {};
  const { offset } = agreement ?? {};
  useEffect(() => {
    if (!anchors || offset === undefined) {
      follower.current = undefined;
      return;
    }
    const now = performance.now();
    follower.current = follower.current
      ? learnt(follower.current, { anchors, offset }, program, now)
      : newFollower(anchors, offset);
  }, [anchors, offset, program]);
  return useCallback(
    (listener: Listener) => {
      let frame = requestAnimationFrame(function show() {
        const known = follower.current;
        const there = known && standing(known, program, performance.now());
        listener(there && there.is !== 'over' ? { program, place: there.place } : undefined);
        frame = requestAnimationFrame(show);
      });
      return () => cancelAnimationFrame(frame);
    },
    [program],
  );
};

/** How often (ms) it is looked whether everybody waits. */
const LOOK = 250;

/** What the conductor waits for, in the words of the song; nothing while the music goes by. */
export const useWaits = (
  show: HeardShow | undefined,
  agreement: Agreement | undefined,
): string | undefined => {
  const [waits, setWaits] = useState<string>();
  const { anchors } = show ?? {};
  const { offset } = agreement ?? {};
  useEffect(() => {
    if (!anchors || offset === undefined) return setWaits(undefined);
    const look = () => {
      const now = performance.now() + offset;
      setWaits(anchors.findLast(({ at }) => at <= now)?.waits ?? undefined);
    };
    look();
    const timer = setInterval(look, LOOK);
    return () => clearInterval(timer);
  }, [anchors, offset]);
  return waits;
};
