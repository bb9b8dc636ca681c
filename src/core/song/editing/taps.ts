import type { Operation } from '../../base/document';
import type { RoadMap, Tap } from '../roadmap';
import { insertRecord, removeRecord } from './sections';

/** A song keeps so many taps; of more the earliest in the recording give way. */
export const MOST_TAPS = 256;
/** A tap within so long (s) of another is meant instead of it. */
const SAME = 0.12;

/** The taps of a song in the order of the recording. */
export const tapsOf = ({ taps }: RoadMap): Tap[] =>
  Object.values(taps).sort((a, b) => a.time - b.time);

/**
 * Keeps taps: those that were made there before, between the first and the last of them, give way. A tap that
 * was said to be a first beat stays one.
 *
 * @param times in seconds of the recording
 * @param areFirst whether they are the first beats of their bars
 */
export const keepTaps = (
  map: RoadMap,
  times: readonly number[],
  areFirst: boolean,
  newId: () => string,
): Operation[] => {
  const run = times.map(rounded).sort((a, b) => a - b);
  const [from, to] = [run[0], run.at(-1)];
  if (from === undefined || to === undefined) return [];
  const before = tapsOf(map);
  const within = before.filter(({ time }) => time > from - SAME && time < to + SAME);
  const stays = before.length - within.length + run.length - MOST_TAPS;
  const others = before.filter((tap) => !within.includes(tap));
  const wasFirst = (time: number) =>
    within.some((tap) => tap.isFirst && Math.abs(tap.time - time) <= SAME);
  return [
    ...[...within, ...others.slice(0, Math.max(0, stays))].map(({ id }) =>
      removeRecord('taps', id),
    ),
    ...run
      .slice(-MOST_TAPS)
      .map((time) =>
        insertRecord('taps', { id: newId(), time, isFirst: areFirst || wasFirst(time) }),
      ),
  ];
};

/** All taps are gone. */
export const forgetTaps = (map: RoadMap): Operation[] =>
  tapsOf(map).map(({ id }) => removeRecord('taps', id));

const rounded = (time: number): number => Math.round(time * 1000) / 1000;
