/**
 * What an independent program makes of a MusicXML file: verovio 6.3 (npm), for tests only. It gives
 * times in whole milliseconds.
 */
import verovio from 'verovio';
import type { RoadMap } from '../../song/roadmap';
import { compile } from '../../song/timeline';
import { measuresOf } from './form';
import { chartAsMusicXml } from './write';

type Event = {
  readonly tstamp: number;
  readonly measureOn?: string;
  /** Notes that begin. */
  readonly on?: readonly string[];
};
type Toolkit = {
  readonly loadData: (xml: string) => number;
  readonly renderToTimemap: (options: object) => readonly Event[];
};

/** When each measure begins as it is played, in seconds; with `notes`, when each note does. */
export type Independent = (xml: string, what?: 'measures' | 'notes') => number[];

/** Makes the reader. */
export const openIndependent = async (): Promise<Independent> => {
  await new Promise<void>((resolve) => {
    if (verovio.module.calledRun) resolve();
    else verovio.module.onRuntimeInitialized = () => resolve();
  });
  const toolkit = new verovio.toolkit() as Toolkit;
  return (xml, what = 'measures') => {
    if (!toolkit.loadData(xml)) throw new Error('The independent reader refuses the file.');
    const events = toolkit.renderToTimemap({ includeMeasures: true, includeRests: true });
    return what === 'notes' ? noteStarts(events) : measureStarts(events);
  };
};

const noteStarts = (events: readonly Event[]): number[] =>
  events.flatMap(({ on = [], tstamp }) => on.map(() => tstamp / 1000));

const measureStarts = (events: readonly Event[]): number[] =>
  events.flatMap(({ measureOn, tstamp }) => (measureOn ? [tstamp / 1000] : []));

/** The largest difference between two lists of times; infinite where they are of different length. */
export const worstOf = (ours: readonly number[], theirs: readonly number[]): number =>
  ours.length === theirs.length
    ? ours.reduce((most, start, at) => Math.max(most, Math.abs(start - theirs[at]!)), 0)
    : Number.POSITIVE_INFINITY;

/**
 * By how much (s) the independent reader and the timeline differ over a whole song: when each bar begins from the
 * first on, and how long the count-in and the pickup before it last.
 */
export const differenceFrom = (independent: Independent, map: RoadMap): number => {
  const { bars, countIn } = compile(map);
  const heard = independent(chartAsMusicXml(map, 'Song'));
  const lead = measuresOf(map).filter(({ isLead }) => isLead).length;
  const fromFirst = (times: readonly number[]) => times.map((time) => time - times[0]!);
  const ours = fromFirst(bars.map(({ startSeconds }) => startSeconds));
  const off = Math.abs((heard[lead] ?? 0) - countIn.seconds);
  return Math.max(off, worstOf(ours, fromFirst(heard.slice(lead))));
};

/** The reader rounds to a millisecond at the end and once more at every jump back (seen by trying). */
export const roundingOf = (map: RoadMap): number =>
  0.001 + measuresOf(map).reduce((sum, { backward = 1 }) => sum + backward - 1, 0) * 0.0005;
