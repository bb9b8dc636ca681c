import { type Seconds, seconds } from '../../music/time';
import { type Program, songAt } from '../../song/set';
import { barNumbered } from '../../song/timeline';
import { type Anchor, type Standing, standingAt } from './anchor';

/** A device that follows a show: what it knows, and by how much it still slides to where it should be. */
export type Follower = {
  readonly anchors: readonly Anchor[];
  /** The server's clock less the device's, in milliseconds. */
  readonly offset: number;
  /** Seconds that it was off when it learnt something new, and when (ms, device's clock) that was. */
  readonly shift: number;
  readonly since: number;
};

/** So long (ms) it takes to slide to where one should be. */
const SLIDE = 3000;

export const newFollower = (anchors: readonly Anchor[], offset: number): Follower => ({
  anchors,
  offset,
  shift: 0,
  since: 0,
});

/**
 * Takes over what is new. Where that is less than a beat away it slides there, else it jumps.
 *
 * @param now by the device's clock, in milliseconds
 */
export const learnt = (
  follower: Follower,
  news: Partial<Pick<Follower, 'anchors' | 'offset'>>,
  program: Program,
  now: number,
): Follower => {
  const next = { ...follower, ...news, shift: 0, since: now };
  const [before, after] = [standing(follower, program, now), standing(next, program, now)];
  if (before?.is !== 'going' || after?.is !== 'going') return next;
  const shift = before.place - after.place;
  return Math.abs(shift) < beatAt(program, after.place) ? { ...next, shift } : next;
};

/** Where it stands, sliding. */
export const standing = (
  { anchors, offset, shift, since }: Follower,
  program: Program,
  now: number,
): Standing | undefined => {
  const at = standingAt(anchors, program, now + offset);
  if (at?.is !== 'going') return at;
  const left = Math.max(0, 1 - (now - since) / SLIDE);
  return { is: 'going', place: seconds(Math.max(0, at.place + shift * left)) };
};

/** Seconds of a beat at a place. */
const beatAt = (program: Program, place: Seconds): number => {
  const song = songAt(program, place)?.song;
  if (!song) return 0;
  const bars = song.timeline.bars;
  const at = place - song.barOne;
  const bar = bars.findLast(({ startSeconds }) => startSeconds <= at) ?? bars[0];
  const next = bar && barNumbered(song.timeline, bar.played + 1);
  if (!bar) return 0;
  const lasts = (next?.startSeconds ?? song.timeline.seconds) - bar.startSeconds;
  return lasts / bar.meter.numerator;
};
