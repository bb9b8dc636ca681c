'use client';

import { useEffect, useMemo, useRef, useState } from 'react';
import { engrave } from '@/core/music/engrave';
import { leadIn, type Pattern, type Player, printTyped, RIGHT_HANDED } from '@/core/music/kit';
import classes from './Kit.module.css';
import { widthOf } from './staffSize';

type Props = {
  readonly pattern: Pattern;
  /** Whose hands; a right-handed player’s where left out. */
  readonly player?: Player;
  readonly sticking?: boolean;
  readonly counting?: boolean;
  /** 1 is the size of the music stand. */
  readonly scale?: number;
  readonly barsPerLine?: number;
  /** Whether it is drawn, and its program loaded, only when it comes into sight. */
  readonly whenSeen?: boolean;
  /** At most so many bars; all where left out. */
  readonly bars?: number;
};

/** A pattern on a staff, as wide as there is room. The drawing comes once its program is loaded. */
export const StaffView = (props: Props) => {
  const { pattern, player = RIGHT_HANDED, sticking = false, counting = false, scale = 1 } = props;
  const { barsPerLine = 2, bars: most, whenSeen = false } = props;
  const frame = useRef<HTMLDivElement>(null);
  const room = useRoom(frame);
  const seen = useSeen(frame, whenSeen);
  const bars = useMemo(() => engrave(pattern, player).slice(0, most), [pattern, player, most]);
  const { meter } = pattern;
  useEffect(() => {
    let gone = false;
    const fitting = Math.min(barsPerLine, bars.length);
    if (room === 0 || !seen) return;
    void import('./drawStaff').then(async ({ drawStaff, musicFont }) => {
      await musicFont;
      if (gone || !frame.current) return;
      const needed = widthOf(bars, fitting);
      // Smaller where there is no room for its size; never so wide that a bar falls apart.
      const size = Math.min(scale, room / needed);
      drawStaff(frame.current, {
        bars,
        meter,
        width: Math.min(room / size, needed * 1.35),
        barsPerLine: fitting,
        sticking,
        counting,
        scale: size,
        swells: pattern.swells.map((one) => ({
          ...one,
          from: one.from + leadIn(pattern),
          to: one.to + leadIn(pattern),
        })),
      });
      frame.current.dataset.drawn = 'true';
    });
    return () => {
      gone = true;
    };
  }, [bars, meter, pattern, room, seen, sticking, counting, scale, barsPerLine]);
  return (
    <div
      ref={frame}
      role="img"
      className={classes.staff}
      aria-label={`${pattern.name} on a staff: ${printTyped(pattern)}`}
      data-testid="staff"
    />
  );
};

/** The width there is, in pixels; nothing before it is known. */
const useRoom = (frame: React.RefObject<HTMLDivElement | null>): number => {
  const [room, setRoom] = useState(0);
  useEffect(() => {
    const element = frame.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => {
      if (entry) setRoom(Math.floor(entry.contentRect.width));
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, [frame]);
  return room;
};

/** Whether an element has come into sight; at once where nobody asks for that. */
const useSeen = (frame: React.RefObject<HTMLDivElement | null>, asked: boolean): boolean => {
  const [seen, setSeen] = useState(!asked);
  useEffect(() => {
    const element = frame.current;
    if (!element || seen) return;
    const observer = new IntersectionObserver((entries) => {
      if (entries.some(({ isIntersecting }) => isIntersecting)) setSeen(true);
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, [frame, seen]);
  return seen;
};
