import type { ReactNode } from 'react';
import { clock, meterText, noteName } from '@/core/music/time';
import { type Row, rowsOf } from '@/core/song/editing';
import {
  countedAs,
  type Details,
  detailsBySection,
  feelText,
  isOdd,
  LANDING_WORDS,
  levelText,
  NO_DETAILS,
  passesText,
  passesWords,
  positionText,
  type RoadMap,
  resolve,
  type Section,
  type SectionDetails,
  tempoText,
} from '@/core/song/roadmap';
import { type MeterAt, type Timeline, writtenMeters } from '@/core/song/timeline';
import { StaffView } from '../../kit/StaffView';
import { Ground, NoteIcon } from '../../profile';
import classes from './Chart.module.css';

type Props = {
  readonly map: RoadMap;
  readonly timeline: Timeline;
  readonly title: string;
  readonly arrangement: string;
};

const WIDTH = 700;
const HEIGHT = 84;

/** The song on a page, folded: profile on top, then sections with all that stands in them. */
export const Chart = ({ map, timeline, title, arrangement }: Props) => {
  const { tempo, meter, countIn, pickup } = map.start;
  const details = detailsBySection(map);
  const meters = writtenMeters(map);
  return (
    <article className={classes.chart}>
      <header>
        <h1 className="name">{title}</h1>
        <p>
          <NoteIcon value={tempo.unit} height={13} />{' '}
          <span title={noteName(tempo.unit)}>{tempo.perMinute}</span> · {meterText(meter)} · count{' '}
          {countIn}
          {pickup > 0 && `, pickup ${pickup}`} · {timeline.bars.length} bars ·{' '}
          {clock(timeline.seconds)}
          {arrangement !== 'As recorded' && ` · ${arrangement}`}
        </p>
      </header>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className={classes.profile} aria-hidden="true">
        {timeline.seconds > 0 && (
          <Ground
            timeline={timeline}
            scale={{
              perSecond: WIDTH / timeline.seconds,
              left: 0,
              height: HEIGHT - 4,
              ground: HEIGHT - 1,
            }}
            phrases
          />
        )}
        <line x1={0} x2={WIDTH} y1={HEIGHT - 0.5} y2={HEIGHT - 0.5} />
      </svg>
      <Grooves map={map} timeline={timeline} />
      <ol className={classes.rows}>
        {rowsOf(map).map((row) => (
          <Line
            key={row.id}
            row={row}
            map={map}
            timeline={timeline}
            details={details.get(row.id) ?? NO_DETAILS}
            meterAt={meters.get(row.id) ?? (() => map.start.meter)}
          />
        ))}
      </ol>
    </article>
  );
};

/** The grooves of the song in the order they come, and the fills that are written: small, on one line. */
const Grooves = ({ map, timeline }: Pick<Props, 'map' | 'timeline'>) => {
  const grooves = timeline.passages.map(({ groove }) => groove);
  const fills = timeline.details.map((one) => one.kind === 'fill' && one.detail.pattern);
  const used = [...new Set([...grooves, ...fills])].flatMap((id) => map.patterns[id || ''] ?? []);
  if (used.length === 0) return null;
  return (
    <ul className={classes.grooves}>
      {used.map((pattern) => (
        <li key={pattern.id}>
          <b className="name">{pattern.name}</b>
          <StaffView pattern={pattern} scale={0.5} barsPerLine={2} />
        </li>
      ))}
    </ul>
  );
};

type LineProps = Pick<Props, 'map' | 'timeline'> & {
  readonly row: Row;
  readonly details: SectionDetails;
  readonly meterAt: MeterAt;
};

const Line = ({ row, map, timeline, details, meterAt }: LineProps) => {
  const indent = { paddingLeft: `${row.depth * 1.2}em` };
  if (row.kind === 'repeat') {
    const { times, vamp } = row.node.repeat;
    return (
      <li className={classes.block} style={indent}>
        ‖: {times} times{vamp && `, or until ${vamp.cue || 'the cue'}`}
      </li>
    );
  }
  if (row.kind === 'ending') {
    return (
      <li className={classes.block} style={{ paddingLeft: `${(row.depth + 0.6) * 1.2}em` }}>
        ending {passesText(row.node.ending.passes)}
      </li>
    );
  }
  const { section } = row;
  const whole = resolve(map, section);
  const odd = isOdd(whole.bars, whole.phrase);
  return (
    <li className={classes.section} style={indent} data-tacet={whole.tacet}>
      <span className={classes.number}>{timeline.written.get(section.id)?.first}</span>
      <span className={classes.name}>
        <b className="name">{section.name}</b>
        {section.vamp && <i> until {section.vamp.cue || 'the cue'}</i>}
      </span>
      <span className={classes.bars} data-odd={odd}>
        {countedAs(whole.bars, whole.phrase)}
        {section.times > 1 && <b> ×{section.times}</b>}
      </span>
      <span className={classes.how}>{howWords(map, section)}</span>
      <Notes map={map} details={details} meterAt={meterAt} />
    </li>
  );
};

const howWords = (map: RoadMap, section: Section): string => {
  const { level, timekeeper, feel, tacet, part } = resolve(map, section);
  const said = feelText(feel);
  return [
    tacet ? 'tacet' : `level ${levelText(level)}`,
    part?.name,
    said === 'straight' ? '' : said,
    timekeeper &&
      (timekeeper === 'ride' || timekeeper === 'crash' ? timekeeper : `timekeeper ${timekeeper}`),
    section.meter && `in ${meterText(section.meter)}`,
    section.tempo && `tempo ${tempoText(section.tempo, map.start.tempo.unit)}`,
    section.click ? '' : 'no click',
  ]
    .filter(Boolean)
    .join(', ');
};

type NotesProps = Pick<LineProps, 'map' | 'details' | 'meterAt'>;

/** What stands in a section, in the order of its bars. */
const Notes = ({ map, details, meterAt }: NotesProps) => {
  const at = (position: { bar: number; ticks: number }) =>
    positionText(position, meterAt(position.bar));
  const on = ({ passes }: { passes: Details['fills']['passes'] }) =>
    passes ? ` (${passesText(passes)})` : '';
  const notes: ReactNode[] = [
    ...details.variations.map((one) => (
      <span key={one.id}>
        <b>{passesWords(one.passes)}</b> {variationWords(map, one)}
      </span>
    )),
    ...details.timeChanges.map((one) => (
      <span key={one.id}>
        <b>bar {one.bar}</b> {one.meter && meterText(one.meter)}{' '}
        {tempoText(one.tempo, map.start.tempo.unit)}
        {on(one)}
      </span>
    )),
    ...details.fills.map((one) => (
      <span key={one.id}>
        <b>{at(one.from)}</b> fill {one.name}
        {one.lands !== 'crash' && `, ${LANDING_WORDS[one.lands]}`}
        {on(one)}
      </span>
    )),
    ...details.hits.map((one) => (
      <span key={one.id}>
        <b>{at(one.at)}</b> {one.kind.replace('-', ' ')} {one.words}
        {on(one)}
      </span>
    )),
    ...details.dynamics.map((one) => (
      <span key={one.id}>
        <b>{at(one.at)}</b> {one.level && `level ${levelText(one.level)}`} {one.timekeeper}
        {on(one)}
      </span>
    )),
    ...details.cues.map((one) => (
      <span key={one.id}>
        <b>{at(one.at)}</b> <em>{one.words}</em>
        {one.byEar && '?'}
        {one.by && `, ${one.by}`}
        {on(one)}
      </span>
    )),
    ...details.fermatas.map((one) => (
      <span key={one.id}>
        <b>{one.at ? at(one.at) : 'end'}</b> fermata {one.cue || `${one.seconds} s`}
        {on(one)}
      </span>
    )),
  ];
  return notes.length > 0 ? <span className={classes.notes}>{notes}</span> : null;
};

const variationWords = (map: RoadMap, one: Details['variations']): string =>
  [
    one.bars !== null && `${one.bars} bars`,
    one.level && `level ${levelText(one.level)}`,
    one.part && map.parts[one.part]?.name,
    one.feel && feelText(one.feel),
    one.timekeeper && `timekeeper ${one.timekeeper}`,
    one.tempo && `tempo ${tempoText(one.tempo, map.start.tempo.unit)}`,
    one.tacet && 'tacet',
    one.click === false && 'no click',
  ]
    .filter(Boolean)
    .join(', ');
