import { exactClock, type Meter, parseClock, type Rate } from '../../music/time';
import { barAtTicks, barNumbered, secondsAt } from './locate';
import { placeInSong } from './places';
import { barAtTime, barsInTime } from './recording';
import type { Timeline } from './types';

/** What was found, in words, and where it is a place: its section, and its time (s) in the recording. */
export type Answer = {
  readonly sentence: string;
  readonly section?: string;
  readonly time?: number;
};

/** What a question is asked of. */
export type Asked = {
  readonly timeline: Timeline;
  /** Where bar 1 begins in the recording, in seconds. */
  readonly offset: number;
  /** What a stopwatch’s bars are counted in. */
  readonly meter: Meter;
  readonly speed: Rate;
};

/**
 * Answers what is asked between the recording’s clock and the bars: a time gives bar and beat, a
 * bar its time, a length in seconds the nearest number of bars.
 *
 * @param text `2:41`, `68`, `bar 68.3`, `41.7 s`
 * @returns how to ask, where it is none of these; nothing where nothing was asked
 * @example `2:41` at 100 in 4/4 is `bar 68, beat 1.33, Verse`
 */
export const answer = (text: string, asked: Asked): Answer | undefined => {
  const question = text.trim();
  if (question === '') return undefined;
  const isBar = /^(?:bars?\s*)?\d{1,5}(?:\.\S+)?$/i.test(question) && !/s$/i.test(question);
  if (isBar) return timeAnswer(asked, question.replace(/^bars/i, 'bar'));
  const time = parseClock(question.replace(/\s*sec(onds?)?$/i, 's'));
  if (time === undefined) return { sentence: 'A time like 2:41, a bar like 68.3&, or 41.7 s' };
  return question.includes(':') ? barAnswer(asked, time) : lengthAnswer(asked, time);
};

const barAnswer = ({ timeline, offset }: Asked, time: number): Answer => {
  const place = barAtTime(timeline, offset, time);
  if (!place)
    return {
      sentence:
        time < offset ? `Before bar ${timeline.bars[0]?.played ?? 1}` : 'After the last bar',
    };
  const beat = Math.floor(place.beat * 100 + 1e-6) / 100;
  return {
    sentence: `Bar ${place.played}, beat ${beat}, ${inSection(timeline, place.played)}`,
    section: place.section,
    time,
  };
};

/** The bar by its section, `bar 4 of Verse`; only the section where the two have the same number. */
const inSection = (timeline: Timeline, played: number): string => {
  const passage = timeline.passages[barNumbered(timeline, played)!.passage]!;
  const bar = played - passage.firstPlayed + 1;
  return bar === played ? passage.name : `bar ${bar} of ${passage.name}`;
};

const timeAnswer = ({ timeline, offset }: Asked, text: string): Answer => {
  const place = placeInSong(timeline, text);
  if (!place.ok) return { sentence: place.problem.message };
  const bar = barAtTicks(timeline, place.value)!;
  const time = secondsAt(timeline.tempo, place.value) + offset;
  return {
    sentence: `${exactClock(time)}, ${inSection(timeline, bar.played)}`,
    section: timeline.passages[bar.passage]!.section,
    time,
  };
};

const lengthAnswer = ({ meter, speed }: Asked, time: number): Answer => {
  if (time <= 0) return { sentence: 'A length of more than no time' };
  const { bars, off } = barsInTime(time, meter, speed);
  const by =
    Math.abs(off) < 0.005
      ? 'exactly'
      : `${Math.abs(off).toFixed(2)} s ${off > 0 ? 'over' : 'short'}`;
  return { sentence: `${bars} ${bars === 1 ? 'bar' : 'bars'}, ${by}` };
};
