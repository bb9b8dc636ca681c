'use client';

import { Button, Kbd, NativeSelect } from '@mantine/core';
import { type KeyboardEvent, type MouseEvent, memo, useMemo, useRef, useState } from 'react';
import type { Problem } from '@/core/base/result';
import { barTicks, beatTicks } from '@/core/music/time';
import { insertRecord, removeRecord } from '@/core/song/editing';
import { type Position, positionText, resolve, type Section } from '@/core/song/roadmap';
import { type MeterAt, placeInSongText, writtenMeters } from '@/core/song/timeline';
import { FieldsOf } from '../../document';
import { newId } from '../../shared/newId';
import { useSong } from '../SongContext';
import { MarkEditor } from './MarkEditor';
import { type Mark, marksOf } from './marks';
import { NEW_MARKS, type NewMark } from './newMarks';
import classes from './Ruler.module.css';

type Props = { readonly section: Section };

/** How finely the place moves: parts of a beat. */
const GRIDS = [
  [1, 'beats'],
  [2, 'halves'],
  [3, 'thirds'],
  [4, 'quarters'],
  [6, 'sixths'],
  [8, 'eighths'],
] as const;

/**
 * The bars and beats of the selected section, with what stands in them. A place is chosen with the
 * mouse or the arrow keys; a key, or a button, puts something there.
 */
export const Ruler = memo(({ section }: Props) => {
  const { map, timeline, mayEdit, edit } = useSong();
  const { bars, phrase } = resolve(map, section);
  const meterAt = useMemo(
    () => writtenMeters(map).get(section.id) ?? (() => map.start.meter),
    [map, section.id],
  );
  const marks = useMemo(
    () => marksOf(map, section.id, bars, meterAt),
    [map, section.id, bars, meterAt],
  );
  const [chosen, setPlace] = useState<Position>({ bar: 1, ticks: 0 });
  const [grid, setGrid] = useState(2);
  const [open, setOpen] = useState<string>();
  const [problem, setProblem] = useState<Problem>();
  const frame = useRef<HTMLDivElement>(null);
  const place = chosen.bar > bars ? { bar: bars, ticks: 0 } : chosen;
  const mark = marks.find(({ id }) => id === open);
  /** The bar before the section, where something stands in it or is about to. */
  const first = place.bar === 0 || marks.some(({ start }) => start.bar === 0) ? 0 : 1;
  const shown = bars + 1 - first;
  const rows = Math.max(1, ...marks.map(({ row }) => row + 1));
  const perRow = Math.min(16, Math.max(4, shown));

  const add = (made: NewMark) => {
    const id = newId();
    const operation = insertRecord(made.where, {
      id,
      section: section.id,
      ...made.fields(place, { bars, phrase, meterAt, bpm: map.start.tempo }),
    } as { id: string });
    const refused = edit([operation], true);
    setProblem(refused);
    if (!refused) setOpen(id);
  };
  const remove = (one: Mark | undefined) => {
    if (one) edit([removeRecord(one.where, one.id)]);
    setOpen(undefined);
  };
  const step = (by: number) => stepped(place, by, grid, bars, meterAt);
  const press = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const jumps: Record<string, Position> = {
      arrowright: event.shiftKey ? barOn(place, 1, bars) : step(1),
      arrowleft: event.shiftKey ? barOn(place, -1, bars) : step(-1),
      arrowdown: barOn(place, perRow, bars),
      arrowup: barOn(place, -perRow, bars),
      home: { bar: 1, ticks: 0 },
      end: { bar: bars, ticks: 0 },
    };
    const here = marks.find((one) => isAt(one, place));
    const pressed = event.key.toLowerCase();
    const made = mayEdit ? NEW_MARKS.find(({ key }) => key === pressed) : undefined;
    const jump = jumps[pressed];
    if (jump) setPlace(jump);
    else if (made) add(made);
    else if (pressed === 'enter') setOpen(here?.id);
    else if (pressed === 'delete' && mayEdit) remove(mark ?? here);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const click = (bar: number) => (event: MouseEvent<HTMLElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const length = barTicks(meterAt(bar));
    const unit = beatTicks(meterAt(bar)) / grid;
    const at = Math.floor((((event.clientX - box.left) / box.width) * length) / unit + 0.35) * unit;
    setPlace({ bar, ticks: Math.min(length - unit, Math.round(at)) });
    frame.current?.focus();
  };

  return (
    <section className={classes.ruler} aria-label={`Places in ${section.name}`}>
      <div className={classes.head}>
        <strong className="name">{section.name}</strong>
        <output data-testid="place">{positionText(place, meterAt(place.bar))}</output>
        <span className={classes.inSong}>
          {placeInSongText(
            { timeline, section: section.id, meterAt, offset: map.start.recording },
            place,
          )}
        </span>
        {place.bar > 0 && (
          <Button
            size="compact-xs"
            variant="subtle"
            title="Where something leads in: the pickup and the count-in of a song"
            onClick={() => {
              setPlace({ bar: 0, ticks: 0 });
              frame.current?.focus();
            }}
          >
            bar before
          </Button>
        )}
        <NativeSelect
          w={136}
          aria-label="Steps of the place"
          value={grid}
          onChange={({ currentTarget }) => setGrid(Number(currentTarget.value))}
        >
          {GRIDS.map(([value, name]) => (
            <option key={value} value={value}>
              {value === 1 ? name : `${name} of a beat`}
            </option>
          ))}
        </NativeSelect>
        {mayEdit &&
          NEW_MARKS.map((made) => (
            <Button
              key={made.label}
              size="compact-xs"
              title={made.help}
              leftSection={<Kbd size="xs">{made.key.toUpperCase()}</Kbd>}
              onClick={() => add(made)}
            >
              {made.label}
            </Button>
          ))}
      </div>
      {problem && (
        <p role="alert" className={classes.problem}>
          {problem.message}
        </p>
      )}
      <div
        ref={frame}
        className={classes.frame}
        role="application"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: arrow keys move the place in it
        tabIndex={0}
        aria-label="Bars and beats: arrows move, a letter puts something there"
        style={{ gridTemplateColumns: `repeat(${perRow}, minmax(0, 1fr))` }}
        onKeyDown={press}
      >
        {Array.from({ length: shown }, (_, index) => index + first).map((bar) => (
          <Bar
            key={bar}
            bar={bar}
            edge={(bar + 1 - first) % perRow === 0 || bar === bars}
            last={bar === bars}
            meterAt={meterAt}
            place={place.bar === bar ? place.ticks : undefined}
            marks={marks.filter(({ spans }) => spans.some((span) => span.bar === bar))}
            rows={rows}
            open={open}
            onClick={click(bar)}
            onOpen={setOpen}
          />
        ))}
      </div>
      {mark && (
        <FieldsOf key={mark.id} record={mark.id}>
          <MarkEditor
            map={map}
            timeline={timeline}
            mark={mark}
            meterAt={meterAt}
            mayEdit={mayEdit}
            edit={edit}
            onRemove={() => remove(mark)}
            onClose={() => setOpen(undefined)}
          />
        </FieldsOf>
      )}
    </section>
  );
});

const isAt = ({ start }: Mark, place: Position): boolean =>
  start.bar === place.bar && start.ticks === place.ticks;

const barOn = ({ bar, ticks }: Position, by: number, bars: number): Position => ({
  bar: Math.min(bars, Math.max(0, bar + by)),
  ticks: by === 0 ? ticks : 0,
});

/** The place a step of the grid further on, over bar lines. */
const stepped = (
  { bar, ticks }: Position,
  by: number,
  grid: number,
  bars: number,
  meterAt: MeterAt,
): Position => {
  const unit = beatTicks(meterAt(bar)) / grid;
  const at = (Math.round(ticks / unit) + by) * unit;
  if (at < 0) {
    if (bar === 0) return { bar, ticks: 0 };
    const before = meterAt(bar - 1);
    return { bar: bar - 1, ticks: barTicks(before) - beatTicks(before) / grid };
  }
  if (at < barTicks(meterAt(bar))) return { bar, ticks: at };
  return bar < bars ? { bar: bar + 1, ticks: 0 } : { bar, ticks };
};

type BarProps = {
  readonly bar: number;
  /** Whether it is the last of its line. */
  readonly edge: boolean;
  readonly last: boolean;
  readonly meterAt: MeterAt;
  /** Where the chosen place lies in this bar, in ticks. */
  readonly place: number | undefined;
  readonly marks: readonly Mark[];
  /** How many rows of marks the ruler has. */
  readonly rows: number;
  readonly open: string | undefined;
  readonly onClick: (event: MouseEvent<HTMLElement>) => void;
  readonly onOpen: (id: string) => void;
};

const Bar = ({ bar, edge, last, meterAt, place, marks, rows, open, onClick, onOpen }: BarProps) => {
  const meter = meterAt(bar);
  const length = barTicks(meter);
  const changes = bar > 1 && meter !== meterAt(bar - 1);
  return (
    <div className={classes.bar} data-last={last} data-before={bar === 0}>
      {/* biome-ignore lint/a11y/useKeyWithClickEvents lint/a11y/noStaticElementInteractions: the frame takes the keys */}
      <div className={classes.beats} onClick={onClick} data-bar={bar}>
        <span className={classes.count}>
          {bar === 0 ? 'before' : bar}
          {changes && ` ${meter.numerator}/${meter.denominator}`}
        </span>
        {Array.from({ length: meter.numerator }, (_, beat) => (
          <span
            // biome-ignore lint/suspicious/noArrayIndexKey: beats are counted
            key={beat}
            className={classes.beat}
            style={{ left: `${(100 * beat) / meter.numerator}%` }}
          />
        ))}
        {place !== undefined && (
          <span className={classes.place} style={{ left: `${(100 * place) / length}%` }} />
        )}
      </div>
      <div className={classes.marks} style={{ minHeight: `${rows * 23}px` }}>
        {marks.flatMap((mark) =>
          mark.spans
            .filter((span) => span.bar === bar)
            .map((span) => (
              <button
                key={`${mark.id}.${span.bar}`}
                type="button"
                className={classes.mark}
                data-kind={mark.kind}
                data-open={mark.id === open}
                data-span={span.to !== undefined}
                data-flip={span.to === undefined && edge && span.from > length / 2}
                title={mark.title}
                aria-label={span.first && !span.again ? undefined : mark.title}
                style={{
                  left: `${(100 * span.from) / length}%`,
                  width:
                    span.to === undefined
                      ? undefined
                      : `${(100 * (span.to - span.from)) / length}%`,
                  top: `${mark.row * 23}px`,
                }}
                onClick={() => onOpen(mark.id)}
              >
                {span.first && !span.again && mark.label}
              </button>
            )),
        )}
      </div>
    </div>
  );
};
