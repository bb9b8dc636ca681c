import { plural } from '../../base/words';
import { exactClock, type NoteValue, perMinuteAt, type Ticks, ticks } from '../../music/time';
import { setField } from '../../song/editing';
import { barAtTicks, barNumbered, type Timeline } from '../../song/timeline';
import { type Check, named, type Remark, remark } from './remark';

/** Closer than this many bars is as near as an ear comes. */
const NEAR = 0.5;

/** Bars that add up to something else than the recording’s length allows. */
const recordingLength: Check = ({ map, timeline }) => {
  const { recording, recordingEnd } = map.start;
  if (recordingEnd === null || timeline.bars.length === 0) return [];
  const ends = recording + timeline.seconds;
  const bar = timeline.seconds / timeline.bars.length;
  const off = (ends - recordingEnd) / bar;
  if (Math.abs(off) < NEAR) return [];
  const bars = plural(Math.max(1, Math.round(Math.abs(off))), 'bar');
  return [
    remark({
      code: 'recording',
      about: [String(recordingEnd), String(Math.round(off))],
      bar: timeline.bars.length,
      sentence: `The map ends at ${exactClock(Math.round(ends * 10) / 10)} of the recording, which ends at ${exactClock(recordingEnd)}: about ${bars} too ${off > 0 ? 'many' : 'few'}, or another tempo.`,
    }),
  ];
};

/** A tempo that disagrees with the times at which sections were heard to begin. */
const heard: Check = ({ map, timeline }) => {
  const marks = timeline.passages
    .filter(({ pass }) => pass === 1)
    .flatMap((passage) => {
      const { inRecording: at } = map.sections[passage.section]!;
      return at === null ? [] : [{ passage, at: at - map.start.recording }];
    });
  return marks.flatMap(({ passage, at }, index): Remark[] => {
    const bar = passage.seconds / passage.bars;
    const off = passage.startSeconds - at;
    if (Math.abs(off) < NEAR * bar) return [];
    const before = marks[index - 1];
    const from = before?.passage.startSeconds ?? 0;
    const heardFor = at - (before?.at ?? 0);
    const hint = hintOn(timeline, map.start.tempo.unit, {
      from: before?.passage.startTicks ?? ticks(0),
      to: passage.startTicks,
      seconds: passage.startSeconds - from,
      heardFor,
    });
    return [
      remark({
        code: 'heard',
        about: [passage.section, String(at), String(Math.round(off * 10))],
        passage,
        sentence: `${named(passage.name)} was heard at ${exactClock(at + map.start.recording)}, but comes at ${exactClock(Math.round((passage.startSeconds + map.start.recording) * 10) / 10)} by the map.${hint}`,
        fix: {
          label: 'Forget the mark',
          operations: setField('sections', passage.section, 'inRecording', null),
        },
      }),
    ];
  });
};

type Heard = {
  readonly from: Ticks;
  readonly to: Ticks;
  /** How long it takes by the map, and how long it was heard to take. */
  readonly seconds: number;
  readonly heardFor: number;
};

/** So near to a whole number of bars a difference is one of bars. */
const WHOLE = 0.15;

/** What would make a stretch as long as it was heard: another tempo, where one holds all along, or bars. */
const hintOn = (timeline: Timeline, unit: NoteValue, stretch: Heard): string => {
  const { from, to, seconds, heardFor } = stretch;
  if (heardFor <= 0 || to <= from) return '';
  const speeds = timeline.tempo
    .filter(({ startTicks, length }) => startTicks < to && startTicks + length > from)
    .flatMap((one) => [one.from, one.to]);
  const [speed] = speeds;
  const held = speed !== undefined && speeds.every((one) => one === speed);
  const tempo = held ? perMinuteAt(speed, unit) * (seconds / heardFor) : 0;
  const hints = tempo >= 20 && tempo <= 400 ? [`a tempo of ${Math.round(tempo * 10) / 10}`] : [];
  const last = barAtTicks(timeline, to - 1);
  const next = last && barNumbered(timeline, last.played + 1);
  const bar = (next?.startSeconds ?? timeline.seconds) - (last?.startSeconds ?? 0);
  const off = (heardFor - seconds) / bar;
  const bars = Math.round(Math.abs(off));
  if (bars > 0 && Math.abs(Math.abs(off) - bars) < WHOLE)
    hints.push(`${plural(bars, 'bar')} ${off > 0 ? 'more' : 'less'}`);
  return hints.length > 0 ? ` Up to there ${hints.join(', or ')} would fit.` : '';
};

export const timeChecks: readonly Check[] = [recordingLength, heard];
