import { fail, ok, type Result } from '../../base/result';
import { beatTicks, exactClock, parseClock, seconds, type Ticks, ticks } from '../../music/time';
import { type Position, parsePosition, positionText } from '../roadmap';
import type { MeterAt } from './layOut';
import { barAtTicks, barNumbered, secondsAt, ticksAt } from './locate';
import type { Passage, PlayedBar, Timeline } from './types';

const HELP = 'Type a bar of the song like 36.2& (bar 36, the and of 2), or a time like 1:12.4.';

/**
 * A place of a song as it is typed: the number of a bar with beat and part of the beat, or a time.
 *
 * @param offset where bar 1 begins on the clock that times are read on, in seconds
 * @returns ticks from bar 1; a time gives the nearest quarter of a beat
 */
export const placeInSong = (timeline: Timeline, text: string, offset = 0): Result<Ticks> => {
  const typed = text.trim();
  if (typed.includes(':')) return placeAtTime(timeline, parseClock(typed), offset);
  const match = /^(?:bar\s*)?(\d{1,5})((?:\.[^.]*)?)$/i.exec(typed);
  if (!match) return fail('invalid', 'Place', HELP);
  const bar = barNumbered(timeline, Number(match[1]));
  if (!bar) return fail('invalid', 'Place', noSuchBar(timeline, match[1]!));
  const position = parsePosition(`1${match[2]}`, () => bar.meter);
  return position.ok ? ok(ticks(bar.startTicks + position.value.ticks)) : position;
};

const noSuchBar = ({ bars }: Timeline, number: string): string =>
  bars.length === 0
    ? 'The song has no bars yet.'
    : `There is no bar ${number}; the song has bars ${bars[0]!.played} to ${bars.at(-1)!.played}.`;

const placeAtTime = (
  timeline: Timeline,
  time: number | undefined,
  offset: number,
): Result<Ticks> => {
  if (time === undefined) return fail('invalid', 'Place', HELP);
  const at = ticksAt(timeline.tempo, seconds(time - offset));
  const bar = at >= 0 && at < timeline.ticks ? barAtTicks(timeline, at) : undefined;
  if (!bar) return fail('invalid', 'Place', `The song does not sound at ${exactClock(time)}.`);
  const step = beatTicks(bar.meter) / 4;
  return ok(ticks(bar.startTicks + Math.round((at - bar.startTicks) / step) * step));
};

/** A section as far as places that are typed in it need it. */
type Inside = {
  readonly timeline: Timeline;
  readonly section: string;
  readonly meterAt: MeterAt;
  /** Where bar 1 begins on the clock that times are read on, in seconds. */
  readonly offset: number;
};

/**
 * A place in a section as it is typed: by the bars of the section, `7.3`, by those of the song, `song
 * 36.2&`, or by the clock, `1:12.4`.
 */
export const placeInSection = (text: string, inside: Inside): Result<Position> => {
  const { timeline, section, meterAt, offset } = inside;
  const bySong = /^song\s+(.*)$/i.exec(text.trim())?.[1];
  if (bySong === undefined && !text.includes(':')) return parsePosition(text, meterAt);
  const place = placeInSong(timeline, bySong ?? text, offset);
  if (!place.ok) return place;
  const bar = barAtTicks(timeline, place.value)!;
  const passage = timeline.passages[bar.passage]!;
  return passage.section === section
    ? ok({ bar: inPassage(passage, bar), ticks: place.value - bar.startTicks })
    : fail('invalid', 'Place', `Bar ${bar.played} of the song lies in “${passage.name}”.`);
};

const inPassage = ({ firstPlayed }: Passage, { played }: PlayedBar): number =>
  played - firstPlayed + 1;

/**
 * A place of a section in the song: its bar there and its time, the first time that the section is
 * played; nothing where it is not.
 *
 * @example bar 3.2& of a section that begins with bar 34: `bar 36.2&, 1:12.4`
 */
export const placeInSongText = (
  { timeline, section, offset }: Inside,
  position: Position,
): string => {
  const passage = timeline.passages.find((one) => one.section === section);
  const bar = passage && barNumbered(timeline, passage.firstPlayed + position.bar - 1);
  if (!bar) return '';
  const time = secondsAt(timeline.tempo, ticks(bar.startTicks + position.ticks)) + offset;
  const place = positionText({ bar: bar.played, ticks: position.ticks }, bar.meter);
  return `bar ${place}, ${exactClock(Math.round(time * 10) / 10)}`;
};
