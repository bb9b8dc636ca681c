import { STRUCK, voiceOf } from '../../music/kit';
import { barTicks, beatTicks, type Meter, meterText } from '../../music/time';
import { type Bar, barOf, type Struck } from './struck';

/** What is played in place of a groove for a while. */
export type Fill = {
  /** Where it begins: in bars counted from 0, and in ticks from that bar line. */
  readonly bar: number;
  readonly ticks: number;
  readonly beats: number;
  /** In ticks from where it begins. */
  readonly strokes: readonly Struck[];
  readonly lands: 'crash' | 'nothing';
  /** How many bars are no longer unlike the groove: its own, and one that begins with its crash. */
  readonly explains: number;
};

/** A longer one is something else than a fill; common practice, no source. */
const LONGEST = 2;

/**
 * Fills of a section: up to two bars that are unlike its groove, between bars that are like it, from the
 * beat where they begin to differ.
 *
 * @param groove the bars that are played over and over
 * @param after the first bar of what comes behind the section
 */
export const fillsOf = (
  bars: readonly Bar[],
  groove: readonly Bar[],
  meters: readonly Meter[],
  after: Bar | undefined,
): Fill[] => {
  const usual = (index: number) => groove[index % groove.length]!;
  const own = meterText(meters[0]!);
  const likeness = bars.map((bar, index): Likeness => {
    if (meterText(meters[index]!) !== own) return 'other meter';
    if (bar.signature === usual(index).signature) return 'groove';
    return isGrooveWithCrash(bar, usual(index)) ? 'groove with crash' : 'other';
  });
  const fills: Fill[] = [];
  for (let from = 1; from < bars.length; from++) {
    if (likeness[from] !== 'other') continue;
    let to = from;
    while (likeness[to] === 'other') to++;
    const isBetween = !['other', 'other meter'].includes(likeness[from - 1]!);
    if (to - from <= LONGEST && isBetween && likeness[to] !== 'other meter') {
      const next = bars[to] ?? after;
      const lands = next !== undefined && hasCrash(next) ? 'crash' : 'nothing';
      const crashed = lands === 'crash' && likeness[to] === 'groove with crash' ? 1 : 0;
      const explains = to - from + crashed;
      fills.push({ ...fillIn(bars, usual, from, to, meters[0]!), lands, explains });
    }
    from = to;
  }
  return fills;
};

type Likeness = 'groove' | 'groove with crash' | 'other' | 'other meter';

const fillIn = (
  bars: readonly Bar[],
  usual: (index: number) => Bar,
  from: number,
  to: number,
  meter: Meter,
): Pick<Fill, 'bar' | 'ticks' | 'beats' | 'strokes'> => {
  const beat = beatTicks(meter);
  const ticks = Math.floor(firstDifference(bars[from]!, usual(from)) / beat) * beat;
  const strokes = bars
    .slice(from, to)
    .flatMap((bar, index) =>
      bar.strokes.map((stroke) => ({ ...stroke, at: stroke.at + index * barTicks(meter) - ticks })),
    )
    .filter(({ at }) => at >= 0);
  return { bar: from, ticks, beats: (to - from) * meter.numerator - ticks / beat, strokes };
};

/** The first place where a stroke of one bar is none of the other. */
const firstDifference = (bar: Bar, other: Bar): number => {
  const text = ({ at, key, force }: Struck) => `${at} ${key} ${force}`;
  const only = (one: Bar, two: Bar) => {
    const there = new Set(two.strokes.map(text));
    return one.strokes.filter((stroke) => !there.has(text(stroke))).map(({ at }) => at);
  };
  return Math.min(...only(bar, other), ...only(other, bar));
};

const CRASHES: readonly string[] = ['crash', 'crash2', 'china', 'splash'];

const isCrash = ({ at, key }: Struck): boolean => at === 0 && CRASHES.includes(voiceAt(key));

const voiceAt = (key: number): string => STRUCK.get(key)!.voice;

const hasCrash = ({ strokes }: Bar): boolean => strokes.some(isCrash);

/** A crash takes the place of what the hands or the bass drum play on the first beat. */
const isGrooveWithCrash = (bar: Bar, groove: Bar): boolean => {
  const later = ({ strokes }: Bar) => barOf(strokes.filter(({ at }) => at > 0)).signature;
  const drums = ({ strokes }: Bar) =>
    strokes.filter(({ at, key }) => at === 0 && voiceOf(STRUCK.get(key)!.voice).family === 'drum');
  const isBassOnly = drums(bar).every(({ key }) => voiceAt(key) === 'bass');
  return hasCrash(bar) && isBassOnly && later(bar) === later(groove);
};
