'use client';

import { useState } from 'react';
import { setStart } from '@/core/editing';
import type { Problem } from '@/core/result';
import type { RoadMap } from '@/core/roadmap';
import { exactClock, parseClock, rateOf } from '@/core/time';
import { barAtTime, barsInTime, type Timeline, timeOfBar } from '@/core/timeline';
import type { Edit } from '../../document';
import { Cell } from '../../shared/Cell';
import classes from './SongPanel.module.css';

type Props = {
  readonly map: RoadMap;
  readonly timeline: Timeline;
  readonly mayEdit: boolean;
  readonly edit: Edit;
};

/** From the recording’s clock to bar and beat, and back; and bars from a stopwatch. */
export const Clock = ({ map, timeline, mayEdit, edit }: Props) => {
  const { recording, recordingEnd } = map.start;
  const [time, setTime] = useState('');
  const [bar, setBar] = useState('');
  const [lasted, setLasted] = useState('');
  const setMoment = (field: 'recording' | 'recordingEnd') => (text: string) => {
    if (text.trim() === '' && field === 'recordingEnd') return edit(setStart(field, null), true);
    const moment = parseClock(text);
    return moment === undefined ? NOT_A_TIME : edit(setStart(field, moment), true);
  };
  return (
    <section>
      <h2>Clock and bar</h2>
      <div className={classes.clock}>
        <Row label="Bar 1 is at">
          <Cell
            label="Where bar 1 is in the recording"
            value={exactClock(recording)}
            onText={setMoment('recording')}
            readOnly={!mayEdit}
          />
        </Row>
        <Row label="It ends at">
          <Cell
            label="Where the recording ends"
            value={recordingEnd === null ? '' : exactClock(recordingEnd)}
            placeholder="not said"
            onText={setMoment('recordingEnd')}
            readOnly={!mayEdit}
          />
        </Row>
        <Row label="Time" says={barWords(timeline, recording, time)}>
          <input
            aria-label="A time in the recording"
            placeholder="2:41"
            value={time}
            onChange={({ currentTarget }) => setTime(currentTarget.value)}
          />
        </Row>
        <Row label="Bar" says={timeWords(timeline, recording, bar)}>
          <input
            aria-label="A bar as played, with its beat"
            placeholder="68 or 68.3"
            value={bar}
            onChange={({ currentTarget }) => setBar(currentTarget.value)}
          />
        </Row>
        <Row label="It lasted" says={lengthWords(map, lasted)}>
          <input
            aria-label="How long it lasted by the stopwatch"
            placeholder="41.7 s"
            value={lasted}
            onChange={({ currentTarget }) => setLasted(currentTarget.value)}
          />
        </Row>
      </div>
    </section>
  );
};

type RowProps = {
  readonly label: string;
  readonly says?: string;
  readonly children: React.ReactNode;
};

const Row = ({ label, says, children }: RowProps) => (
  <>
    <span aria-hidden="true">{label}</span>
    {children}
    <output>{says}</output>
  </>
);

const NOT_A_TIME: Problem = {
  code: 'invalid',
  place: '',
  message: 'Type a time like 0:03.2.',
};

const barWords = (timeline: Timeline, recording: number, text: string): string => {
  if (text.trim() === '') return '';
  const time = parseClock(text);
  if (time === undefined) return 'a time like 2:41';
  const place = barAtTime(timeline, recording, time);
  if (!place) return time < recording ? 'before bar 1' : 'after the last bar';
  const beat = Math.floor(place.beat * 100 + 1e-6) / 100;
  return `bar ${place.played}, beat ${beat}, ${place.section}`;
};

const timeWords = (timeline: Timeline, recording: number, text: string): string => {
  if (text.trim() === '') return '';
  const match = /^(\d{1,5})(?:\.(\d{1,2}))?$/.exec(text.trim());
  if (!match) return 'a bar like 68, or 68.3';
  const time = timeOfBar(timeline, recording, Number(match[1]), Number(match[2] ?? 1));
  return time === undefined ? 'there is no such bar' : exactClock(time);
};

const lengthWords = (map: RoadMap, text: string): string => {
  if (text.trim() === '') return '';
  const time = parseClock(text);
  if (time === undefined || time <= 0) return 'a length like 41.7 s';
  const { bars, off } = barsInTime(time, map.start.meter, rateOf(map.start.tempo));
  const by =
    Math.abs(off) < 0.005
      ? 'exactly'
      : `${Math.abs(off).toFixed(2)} s ${off > 0 ? 'over' : 'short'}`;
  return `${bars} bars, ${by}`;
};
