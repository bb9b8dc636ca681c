/**
 * What an independent program makes of a MusicXML file: verovio 6.3 (npm), for tests only. It gives
 * times in whole milliseconds.
 */
import verovio from 'verovio';

type Event = { readonly tstamp: number; readonly measureOn?: string };
type Toolkit = {
  readonly loadData: (xml: string) => number;
  readonly renderToTimemap: (options: object) => readonly Event[];
};

export type Independent = (xml: string) => number[];

/** Makes the reader: given a file, when each measure begins as it is played, in seconds. */
export const openIndependent = async (): Promise<Independent> => {
  await new Promise<void>((resolve) => {
    if (verovio.module.calledRun) resolve();
    else verovio.module.onRuntimeInitialized = () => resolve();
  });
  const toolkit = new verovio.toolkit() as Toolkit;
  return (xml) => {
    if (!toolkit.loadData(xml)) throw new Error('The independent reader refuses the file.');
    return measureStarts(toolkit.renderToTimemap({ includeMeasures: true, includeRests: true }));
  };
};

const measureStarts = (events: readonly Event[]): number[] =>
  events.flatMap(({ measureOn, tstamp }) => (measureOn ? [tstamp / 1000] : []));

/** The largest difference between two lists of times; infinite where they are of different length. */
export const worstOf = (ours: readonly number[], theirs: readonly number[]): number =>
  ours.length === theirs.length
    ? ours.reduce((most, start, at) => Math.max(most, Math.abs(start - theirs[at]!)), 0)
    : Number.POSITIVE_INFINITY;
