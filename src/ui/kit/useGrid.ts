'use client';

import { type KeyboardEvent, type PointerEvent, useMemo, useRef, useState } from 'react';
import {
  type Change,
  type Column,
  filled,
  oneBarMore,
  type Pattern,
  type Stroke,
  setStroke,
  touched,
  type VoiceId,
} from '@/core/music/kit';
import { FILL_KEYS, TOUCH_KEYS, VOICE_KEYS } from './keys';

type Options = {
  readonly pattern: Pattern;
  readonly columns: readonly Column[];
  readonly rows: readonly VoiceId[];
  readonly onChange: (change: Change) => void;
  /** Lets one stroke be heard as it is made. */
  readonly onStruck: (voice: VoiceId, stroke: Omit<Stroke, 'at'>) => void;
};

export type Cursor = { readonly row: number; readonly column: number };

const STEPS: Readonly<Record<string, readonly [down: number, right: number]>> = {
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
};

/** Where the cell of an event lies. */
const cellOf = (target: EventTarget | null): Cursor | undefined => {
  const cell = target instanceof Element ? target.closest<HTMLElement>('[data-cell]') : null;
  const [row, column] = (cell?.dataset.cell ?? '').split(' ').map(Number);
  return cell && row !== undefined && column !== undefined ? { row, column } : undefined;
};

/** A grid that is written by key, and painted by mouse or finger. */
export const useGrid = ({ pattern, columns, rows, onChange, onStruck }: Options) => {
  const [cursor, setCursor] = useState<Cursor>({ row: 0, column: 0 });
  const held = useRef(new Set<string>());
  /** A touch that was pressed and not yet used for a stroke. */
  const unused = useRef<string>(undefined);
  const painting = useRef<{ row: number; on: boolean; last: number }>(undefined);
  /** What a sweep has changed so far; it is kept as one when it is over. */
  const [painted, setPainted] = useState<Change>();
  const shown = useMemo(() => (painted ? { ...pattern, ...painted } : pattern), [pattern, painted]);
  const latest = useRef(shown);
  latest.current = shown;

  const strokeAt = (voice: VoiceId, column: number) =>
    latest.current[voice].find(({ at }) => at === columns[column]?.at);

  /** The change that puts a stroke into a cell, or takes it away; nothing beyond the last column. */
  const struck = (voice: VoiceId, column: number, on: boolean): Change | undefined => {
    const at = columns[column]?.at;
    if (at === undefined) return undefined;
    let stroke: Omit<Stroke, 'at'> = {};
    for (const key of held.current) stroke = touched(voice, stroke, TOUCH_KEYS[key]![0]);
    unused.current = undefined;
    if (on) onStruck(voice, stroke);
    const change = setStroke(latest.current, voice, at, on ? stroke : undefined);
    // Several strokes may come before the page is drawn again.
    latest.current = { ...latest.current, ...change };
    return change;
  };

  const put = (voice: VoiceId, column: number, on: boolean) => {
    const change = struck(voice, column, on);
    if (change) onChange(change);
  };

  const paint = (voice: VoiceId, column: number, on: boolean) => {
    const change = struck(voice, column, on);
    if (change) setPainted((before) => ({ ...before, ...change }));
  };

  const keepPainted = () => {
    painting.current = undefined;
    if (painted) onChange(painted);
    setPainted(undefined);
  };

  const touch = (key: string) => {
    const voice = rows[cursor.row];
    const stroke = voice && strokeAt(voice, cursor.column);
    if (!voice || !stroke) return;
    const { at, ...rest } = stroke;
    const next = touched(voice, rest, TOUCH_KEYS[key]![0], true);
    onStruck(voice, next);
    onChange(setStroke(latest.current, voice, at, next));
  };

  const move = (down: number, right: number) =>
    setCursor(({ row, column }) => ({
      row: Math.max(0, Math.min(rows.length - 1, row + down)),
      column: Math.max(0, Math.min(columns.length - 1, column + right)),
    }));

  /** Whether the key was one that moves, or strikes where the cursor is. */
  const walk = (key: string): boolean => {
    const step = STEPS[key];
    const voice = rows[cursor.row];
    if (step) move(...step);
    else if (key === 'Home') move(0, -columns.length);
    else if (key === 'End') move(0, columns.length);
    else if (key === 'Enter' && voice) put(voice, cursor.column, !strokeAt(voice, cursor.column));
    else return false;
    return true;
  };

  const onKeyDown = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
    if (!walk(key) && !strike(key, event.repeat)) return;
    event.preventDefault();
    event.stopPropagation();
  };

  /** Whether the key was one that strikes or shapes a stroke. */
  const strike = (key: string, again: boolean): boolean => {
    const voice = VOICE_KEYS[key];
    if (!voice && !TOUCH_KEYS[key] && FILL_KEYS[key] === undefined && key !== '+') return false;
    if (again) return true;
    if (voice) {
      const row = rows.indexOf(voice);
      if (row >= 0) setCursor(({ column }) => ({ row, column }));
      // With a key held, a stroke that is there is shaped rather than taken away.
      put(voice, cursor.column, held.current.size > 0 || !strokeAt(voice, cursor.column));
    } else if (key === '+') onChange(oneBarMore(latest.current));
    else if (FILL_KEYS[key] !== undefined) fill(FILL_KEYS[key]);
    else {
      held.current.add(key);
      unused.current = key;
    }
    return true;
  };

  const fill = (parts: number) => {
    const voice = rows[cursor.row];
    if (voice) onChange(parts === 0 ? { [voice]: [] } : filled(latest.current, voice, parts));
  };

  const onKeyUp = ({ key }: KeyboardEvent) => {
    const name = key.toLowerCase();
    held.current.delete(name);
    if (unused.current === name) touch(name);
    if (unused.current === name) unused.current = undefined;
  };

  const onPointerDown = (event: PointerEvent) => {
    const cell = cellOf(event.target);
    const voice = cell && rows[cell.row];
    if (!cell || !voice || event.button !== 0) return;
    const on = held.current.size > 0 || !strokeAt(voice, cell.column);
    painting.current = { row: cell.row, on, last: cell.column };
    setCursor(cell);
    event.currentTarget.setPointerCapture(event.pointerId);
    paint(voice, cell.column, on);
  };

  const onPointerMove = (event: PointerEvent) => {
    const sweep = painting.current;
    if (!sweep || event.buttons === 0) return;
    // A finger keeps its first cell as target: what lies under it is asked for.
    const cell = cellOf(document.elementFromPoint(event.clientX, event.clientY));
    const voice = rows[sweep.row];
    if (!cell || !voice || cell.row !== sweep.row || cell.column === sweep.last) return;
    // A fast hand skips cells between two moves: all that it has crossed are painted.
    const way = Math.sign(cell.column - sweep.last);
    for (let column = sweep.last + way; column !== cell.column + way; column += way)
      if (Boolean(strokeAt(voice, column)) !== sweep.on) paint(voice, column, sweep.on);
    sweep.last = cell.column;
  };

  const letGo = () => {
    keepPainted();
    held.current.clear();
    unused.current = undefined;
  };

  return {
    cursor,
    shown,
    handlers: {
      onKeyDown,
      onKeyUp,
      onPointerDown,
      onPointerMove,
      onPointerUp: keepPainted,
      onPointerCancel: keepPainted,
      onBlur: letGo,
    },
  };
};
