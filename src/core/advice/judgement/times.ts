import { plural } from '../../base/words';
import { exactClock, perMinuteAt, rateOf } from '../../music/time';
import { setField } from '../../song/editing';
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
    const { unit } = map.start.tempo;
    const tempo =
      perMinuteAt(rateOf(map.start.tempo), unit) * ((passage.startSeconds - from) / heardFor);
    const hint =
      heardFor > 0 && tempo >= 20 && tempo <= 400
        ? ` Up to there ${Math.round(tempo * 10) / 10} would fit.`
        : '';
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

export const timeChecks: readonly Check[] = [recordingLength, heard];
