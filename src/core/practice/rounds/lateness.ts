import { lastAtOrBefore } from '../../base/search';
import { matched, type StrokeAt } from './matching';
import { spreadOf, type Timing } from './timing';

/** Nobody plays, and no device tells, later than this (s) behind a click, or earlier than this before it. */
const LATEST = 0.3;
const EARLIEST = -0.1;
/** Strokes that belong together lie within so long (s) of one another. */
const TOGETHER = 0.03;
/** So many strokes tell a lateness. */
export const FEWEST_ALONG = 8;
/** No player is as even as this (s): what is comes from the click itself (common practice, no source). */
export const MACHINE = 0.0015;

/**
 * How late strokes are told that were played along with clicks, whatever lies between hand and ear and this
 * program: the difference that most of them share.
 *
 * @param clicks in order of time
 * @param strokes in order of time
 * @returns nothing where too few share one
 */
export const latenessOf = (
  clicks: readonly StrokeAt[],
  strokes: readonly StrokeAt[],
): Timing | undefined => {
  const at = ({ time }: StrokeAt) => time;
  const off = strokes.flatMap(({ time }) => {
    // To the click before it and the one behind it.
    const before = lastAtOrBefore(clicks, time, at);
    return [before - 1, before, before + 1].flatMap((index) => {
      const click = clicks[index];
      return click && time - click.time <= LATEST && time - click.time >= EARLIEST
        ? time - click.time
        : [];
    });
  });
  let best: readonly number[] = [];
  for (const middle of off) {
    const near = off.filter((one) => Math.abs(one - middle) <= TOGETHER);
    const isNearer = Math.abs(middle) < Math.abs(spreadOf(best).mean);
    if (near.length > best.length || (near.length === best.length && isNearer)) best = near;
  }
  return best.length >= Math.max(FEWEST_ALONG, strokes.length / 2) ? spreadOf(best) : undefined;
};

/**
 * Whether strokes are the click itself, as a microphone hears it from a loudspeaker: nearly every click is there,
 * more evenly than anybody plays.
 *
 * @param late how late (s) the device tells
 */
export const hearsClick = (
  clicks: readonly StrokeAt[],
  strokes: readonly StrokeAt[],
  late = 0,
): boolean => {
  const blind = (stroke: StrokeAt) => ({ time: stroke.time });
  const heard = strokes.map(({ time }) => ({ time: time - late }));
  const { pairs } = matched(clicks.map(blind), heard);
  const off = pairs.map((pair) => heard[pair.played]!.time - clicks[pair.expected]!.time);
  const { count, spread } = spreadOf(off);
  return count >= FEWEST_ALONG && count >= 0.8 * clicks.length && spread < MACHINE;
};
