import type { Operation } from '../../base/document';
import {
  barTicks,
  type Clock,
  type Fitted,
  fitTempos,
  noteTicks,
  pulseUnit,
  TICKS_PER_QUARTER,
} from '../../music/time';
import { fittedChange, formOf, type RoadMap, tempoOf, writtenOrder } from '../roadmap';
import type { MarkedSection } from './marks';
import { insertRecord, setField, setStart } from './sections';

/** What was heard of a marked section. */
export type HeardSection = Pick<MarkedSection, 'id' | 'from' | 'to' | 'meter'> & {
  readonly bars: number;
  /** When its bars begin after the first, in seconds: one less than it has bars; none where that is not known. */
  readonly barTimes?: readonly number[];
};

/** Bar lines that come within this (s) of those of the recording are as good as on them, where nobody says otherwise. */
export const WITHIN = 0.03;
/** Digits behind the point that a tempo of the whole song is tried with, roundest first. */
const DIGITS = [0, 1, 2, 3] as const;

/**
 * Bars and tempos as they were heard: one tempo for the song where it brings every bar line as near to
 * where it was heard as is wanted, in the roundest number that does. Else each section has the fewest and
 * roundest tempos that do so, ramps among them; what it said of its tempo before is gone.
 *
 * @param within how far (s) a bar line may be from that of the recording, at least 0.005
 */
export const takeHeard = (
  map: RoadMap,
  heard: readonly HeardSection[],
  newId: () => string,
  within = WITHIN,
): Operation[] => {
  const opening = writtenOrder(formOf(map))[0]?.id;
  const one = tempoForAll(heard, within);
  const fits = one === undefined ? runsOf(heard).flatMap((run) => fittedIn(run, within)) : [];
  let running = Number.NaN;
  return heard.flatMap((section, index) => {
    const { id, bars, meter } = section;
    const fitted = one === undefined ? fits[index]! : [held(one, bars)];
    const [first] = fitted as [Fitted];
    const opens = id === opening;
    const goesOn = heard[index - 1]?.to === section.from;
    if (opens) running = first.start;
    // What holds before a section whose forerunner was not heard is not known.
    else if (!goesOn) running = Number.NaN;
    const whole = fitted.length === 1 ? fittedChange(first, running, meter) : null;
    const own = opens && whole?.kind === 'held' ? null : whole;
    const changes = fitted.length > 1 ? changesIn(section, fitted, running, newId) : [];
    running = fitted.at(-1)!.end;
    return [
      ...setField('sections', id, 'bars', bars),
      ...setField('sections', id, 'tempo', own),
      ...withoutTempos(map, id),
      ...changes,
      ...(opens ? setStart('tempo', tempoOf(first.start, meter)) : []),
    ];
  });
};

/** Tempos that begin at bars of a section. */
const changesIn = (
  { id: section, meter }: HeardSection,
  fitted: readonly Fitted[],
  before: number,
  newId: () => string,
): Operation[] =>
  fitted.flatMap((one, index) => {
    const tempo = fittedChange(one, fitted[index - 1]?.end ?? before, meter);
    const toBar = tempo?.kind === 'ramp' ? one.to : null;
    const bar = one.from + 1;
    return tempo ? insertRecord('timeChanges', { id: newId(), section, bar, toBar, tempo }) : [];
  });

/** What stands in the bars of a section of its tempo is taken away; their meters stay. */
const withoutTempos = (map: RoadMap, section: string): Operation[] =>
  Object.values(map.timeChanges)
    .filter((one) => one.section === section && one.tempo !== null)
    .flatMap(({ id, meter }): Operation[] =>
      meter === null
        ? [{ type: 'remove', in: 'timeChanges', id }]
        : [{ type: 'set', in: 'timeChanges', id, fields: { tempo: null, toBar: null } }],
    );

const held = (quarters: number, bars: number): Fitted => ({
  from: 0,
  to: bars,
  start: quarters,
  end: quarters,
  shape: 'held',
});

const quartersInBar = ({ meter }: HeardSection): number => barTicks(meter) / TICKS_PER_QUARTER;

/** When its bars begin and the last one ends. */
const timesOf = ({ from, to, bars, barTimes = [] }: HeardSection): readonly number[] =>
  barTimes.length === bars - 1
    ? [from, ...barTimes, to]
    : Array.from({ length: bars + 1 }, (_, bar) => from + ((to - from) * bar) / bars);

/** Sections of which each begins where the one before it ends. */
const runsOf = (heard: readonly HeardSection[]): HeardSection[][] => {
  const runs: HeardSection[][] = [];
  heard.forEach((section, index) => {
    if (index > 0 && heard[index - 1]!.to === section.from) runs.at(-1)!.push(section);
    else runs.push([section]);
  });
  return runs;
};

/** The tempos of each section of a run, which begin with it; what one is off, the next makes up for. */
const fittedIn = (run: readonly HeardSection[], within: number): (readonly Fitted[])[] => {
  const bars: Clock['bars'][number][] = [{ quarters: 0, seconds: run[0]!.from }];
  const units: number[] = [];
  const starts: number[] = [];
  for (const section of run) {
    starts.push(units.length);
    for (const seconds of timesOf(section).slice(1)) {
      bars.push({ quarters: bars.at(-1)!.quarters + quartersInBar(section), seconds });
      units.push(noteTicks(pulseUnit(section.meter)) / TICKS_PER_QUARTER);
    }
  }
  const { tempos } = fitTempos({ bars, between: [], units }, starts, within);
  return run.map(({ bars: count }, index) => {
    const start = starts[index]!;
    return tempos
      .filter(({ from }) => from >= start && from < start + count)
      .map((one) => ({ ...one, from: one.from - start, to: one.to - start }));
  });
};

/** Quarters a minute that all sections keep to; nothing where there are none. */
const tempoForAll = (heard: readonly HeardSection[], within: number): number | undefined => {
  const quarters = heard.reduce((sum, one) => sum + one.bars * quartersInBar(one), 0);
  const mean = (60 * quarters) / heard.reduce((sum, { from, to }) => sum + to - from, 0);
  const rounded = DIGITS.map((digits) => Math.round(mean * 10 ** digits) / 10 ** digits);
  return rounded.find((perMinute) => {
    let at = Number.NaN;
    return heard.every((one, index) => {
      const goesOn = heard[index - 1]?.to === one.from;
      const start = goesOn ? at : one.from;
      const bar = (quartersInBar(one) * 60) / perMinute;
      at = start + one.bars * bar;
      return timesOf(one).every((time, count) => Math.abs(start + count * bar - time) <= within);
    });
  });
};
