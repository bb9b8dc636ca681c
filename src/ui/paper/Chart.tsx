import type { ReactNode } from 'react';
import { engrave } from '@/core/music/engrave';
import { clock, meterText, noteName } from '@/core/music/time';
import {
  type ChartRow,
  chartRows,
  patternsPlayed,
  smallTempos,
  surprisesOf,
} from '@/core/song/chart';
import type { RoadMap } from '@/core/song/roadmap';
import type { Timeline } from '@/core/song/timeline';
import { StaffView } from '../kit/StaffView';
import { staffSize } from '../kit/staffSize';
import { NoteIcon, Thumbnail } from '../profile';
import classes from './Chart.module.css';

/** A note at a section, or at the song as a whole. */
export type ChartNoteAt = {
  readonly record: string | null;
  readonly bar: number | null;
  readonly words: string;
};

type Props = {
  readonly map: RoadMap;
  readonly timeline: Timeline;
  readonly title: string;
  readonly arrangement: string;
  /** The notes that its reader has at it. */
  readonly notes?: readonly ChartNoteAt[];
  /** How large staves are; 1 has lines 10 pixels apart. */
  readonly staff: number;
};

const WIDTH = 700;
const HEIGHT = 84;

/**
 * The song on a page, folded: what will catch one out, the profile, the grooves and fills, then the
 * sections with all that stands in them.
 */
export const Chart = ({ map, timeline, title, arrangement, notes = [], staff }: Props) => {
  const { tempo, meter, countIn, pickup } = map.start;
  const small = smallTempos(map, timeline);
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
          {small && ` · ${small}`}
          {arrangement !== 'As recorded' && ` · ${arrangement}`}
        </p>
      </header>
      {map.start.notes && <p className={classes.note}>{map.start.notes}</p>}
      {notes
        .filter(({ record }) => record === null)
        .map(({ words }) => (
          <p key={words} className={`${classes.note} name`}>
            {words}
          </p>
        ))}
      <Surprises map={map} timeline={timeline} />
      <div className={classes.profile}>
        <Thumbnail timeline={timeline} width={WIDTH} height={HEIGHT} phrases />
      </div>
      <Patterns map={map} timeline={timeline} staff={staff} />
      <ol className={classes.rows}>
        {chartRows(map, timeline).map((row) => (
          <Line key={row.id} row={row} own={notes.filter(({ record }) => record === row.id)} />
        ))}
      </ol>
    </article>
  );
};

/** A deputy who reads only these lines gets through the song. */
const Surprises = ({ map, timeline }: Pick<Props, 'map' | 'timeline'>) => {
  const surprises = surprisesOf(map, timeline);
  if (surprises.length === 0) return null;
  return (
    <section className={classes.surprises}>
      <h2>What will catch you out</h2>
      <ul>
        {surprises.map(({ sentence, written }) => (
          <li key={sentence}>
            <span className={classes.number}>bar {written}</span> {sentence}
          </li>
        ))}
      </ul>
    </section>
  );
};

/** The grooves of the song in the order they come, then the fills that are written, all of one size. */
const Patterns = ({ map, timeline, staff }: Pick<Props, 'map' | 'timeline' | 'staff'>) => {
  const patterns = patternsPlayed(map, timeline);
  if (patterns.length === 0) return null;
  return (
    <ul className={classes.patterns}>
      {patterns.map((pattern) => {
        const { width, height, barsPerLine } = staffSize(engrave(pattern), WIDEST);
        return (
          <li
            key={pattern.id}
            style={{ width: `calc(var(--staff) * ${width}px)` }}
            data-pattern={pattern.kind}
          >
            <b className="name">{pattern.name}</b>
            {pattern.words && <i> {pattern.words}</i>}
            <div style={{ height: `calc(var(--staff) * ${height}px)` }}>
              <StaffView pattern={pattern} scale={staff} barsPerLine={barsPerLine} />
            </div>
          </li>
        );
      })}
    </ul>
  );
};

/** The width between the margins of either paper, in pixels of a staff at its smallest. */
const WIDEST = 1140;

type LineProps = { readonly row: ChartRow; readonly own: readonly ChartNoteAt[] };

const Line = ({ row, own }: LineProps) => {
  const indent = { paddingLeft: `${row.depth * 1.2}em` };
  if (row.kind === 'bracket') {
    return (
      <li className={classes.block}>
        <span style={indent}>{row.words}</span>
      </li>
    );
  }
  const { tacet, odd, times, until, level } = row;
  return (
    <li className={classes.section} data-tacet={tacet}>
      <span className={classes.number}>{row.bar}</span>
      <span className={classes.name} style={indent}>
        <b className="name">{row.name}</b>
        {until && <i> until {until}</i>}
      </span>
      <span className={classes.bars} data-odd={odd}>
        {row.counted}
        {times > 1 && <b> ×{times}</b>}
      </span>
      <span className={classes.level}>
        {!tacet && (
          <>
            <Steps from={level.from} to={level.to} />
            {row.dynamics}
          </>
        )}
      </span>
      <span className={classes.how}>
        {row.groove && <b className="name">{row.groove}</b>}
        {row.groove && row.how.length > 0 && ', '}
        {row.how.join(', ')}
      </span>
      {(row.minds || row.passes.length > 0 || row.notes.length > 0 || own.length > 0) && (
        <span className={classes.notes} style={indent}>
          {row.minds && <span className={classes.note}>{row.minds}</span>}
          {own.map(({ bar, words }) => (
            <span key={`${bar} ${words}`} className={`${classes.note} name`}>
              {bar !== null && (bar < 0 ? 'at its end: ' : `its bar ${bar}: `)}
              {words}
            </span>
          ))}
          {row.passes.map((words) => (
            <span key={words} className={classes.pass}>
              {words}
            </span>
          ))}
          {row.notes.map(({ id, at, words, songBar, kind }) => (
            <span key={id}>
              <b>{at}</b>
              {songBar !== row.bar && <span className={classes.songBar}> ({songBar})</span>}{' '}
              {emphasised(kind, words)}
            </span>
          ))}
        </span>
      )}
    </li>
  );
};

const emphasised = (kind: string, words: string): ReactNode =>
  kind === 'cues' ? <em>{words}</em> : words;

/** The level as the profile has it, small. */
const Steps = ({ from, to }: { readonly from: number; readonly to: number }) => (
  <svg viewBox="0 0 24 10" className={classes.steps} aria-hidden="true">
    <path d={`M0 10V${10 - from * 2}L24 ${10 - to * 2}V10Z`} />
  </svg>
);
