'use client';

import { useElementSize } from '@mantine/hooks';
import {
  type KeyboardEvent,
  type MouseEvent,
  type PointerEvent,
  useCallback,
  useEffect,
  useRef,
} from 'react';
import { extremesIn, FRAMES, type Waveform } from '@/core/listening';
import { clock } from '@/core/music/time';
import { useControls } from '../../transport';
import classes from './Recording.module.css';

/** Something that stands at a time of the recording, in seconds. */
export type Named = { readonly time: number; readonly name: string };

type Props = {
  readonly waveform: Waveform;
  /** Where the bars of the map begin, and its sections. */
  readonly bars: readonly number[];
  readonly sections: readonly Named[];
  readonly marks: readonly (Named & { readonly id: string })[];
  /** Left out where marks stay where they are. */
  readonly onMove?: ((id: string, time: number) => void) | undefined;
  readonly beats: readonly { readonly time: number; readonly isFirst: boolean }[];
  /** How strongly something begins, frame by frame; left out until it is known. */
  readonly strength: Float32Array | undefined;
  readonly perSecond: number;
  /** Where the recording begins in what is played, in seconds. */
  readonly start: number;
  /** Where it plays from. */
  readonly at: number;
  readonly onPlace: (time: number, play: boolean) => void;
};

const HEIGHT = 190;
/** Rows of the drawing, from above: names of the map, sound, beats, marks. */
const [TOP, BOTTOM, BEATS] = [20, 128, 156];
/** Bars closer than this (pixels) are not drawn one by one. */
const CLOSE = 6;
const STEP = 1;
/** A mark is taken hold of from so many pixels. */
const GRASP = 6;

/** The strongest onset (deviations) that is told from weaker ones, and how high it is drawn. */
const STRONGEST = 6;
const STRENGTH_HEIGHT = 22;
/** Of so many frames in a pixel the mean is drawn, so many times as high. */
const MANY = 8;
const BUSY = 6;

/** The recording, with the bars of the map, the beats that were heard and the marks on it. */
export const Wave = (props: Props) => {
  const { waveform, perSecond, start, at, onPlace } = props;
  const { ref: frame, width } = useElementSize();
  const scroller = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const needle = useRef<HTMLDivElement>(null);
  const { follow } = useControls();
  const latest = useRef(props);
  latest.current = props;

  /** The mark that is dragged, and where it is by now. */
  const held = useRef<{ readonly id: string; time: number; isMoved: boolean }>(undefined);

  const paint = useCallback(() => {
    if (!canvas.current || !scroller.current) return;
    const { marks } = latest.current;
    const now = marks.map((one) =>
      one.id === held.current?.id ? { ...one, ...held.current } : one,
    );
    draw(canvas.current, scroller.current.scrollLeft, { ...latest.current, marks: now });
  }, []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: whatever is drawn has changed
  useEffect(paint, [paint, width, ...Object.values(props)]);

  useEffect(
    () =>
      follow((heard) => {
        const [line, box] = [needle.current, scroller.current];
        if (!line || !box) return;
        const time = heard ? heard.place - start : at;
        const x = time * perSecond;
        const isSeen = x >= box.scrollLeft && x <= box.scrollLeft + box.clientWidth;
        // Whoever picks a place elsewhere sees it here.
        if (!heard && !isSeen) box.scrollLeft = x - box.clientWidth * 0.2;
        if (heard && (x < box.scrollLeft || x > box.scrollLeft + box.clientWidth * 0.9))
          box.scrollLeft = x - box.clientWidth * 0.2;
        line.style.transform = `translateX(${(x - box.scrollLeft).toFixed(1)}px)`;
      }),
    [follow, start, at, perSecond],
  );

  const timeAt = ({ clientX }: { readonly clientX: number }) => {
    const box = scroller.current!;
    const x = clientX - box.getBoundingClientRect().left + box.scrollLeft;
    return Math.max(0, Math.min(waveform.seconds, x / perSecond));
  };
  const onPointerDown = (event: PointerEvent) => {
    const time = timeAt(event);
    const near = props.marks.find((one) => Math.abs(one.time - time) * perSecond <= GRASP);
    if (!near || !props.onMove) return;
    held.current = { id: near.id, time: near.time, isMoved: false };
    event.currentTarget.setPointerCapture(event.pointerId);
  };
  const onPointerMove = (event: PointerEvent) => {
    if (!held.current) return;
    const time = timeAt(event);
    held.current.isMoved ||= Math.abs(time - held.current.time) * perSecond > GRASP / 2;
    if (held.current.isMoved) held.current.time = time;
    paint();
  };
  const onClick = (event: MouseEvent) => {
    const mark = held.current;
    held.current = undefined;
    if (mark?.isMoved) props.onMove?.(mark.id, mark.time);
    else onPlace(timeAt(event), true);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -STEP, ArrowRight: STEP }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    onPlace(Math.min(waveform.seconds, Math.max(0, at + by)), false);
  };
  return (
    <div ref={frame} className={classes.frame}>
      <div
        ref={scroller}
        className={classes.scroller}
        onScroll={paint}
        onClick={onClick}
        onPointerDown={onPointerDown}
        onPointerMove={onPointerMove}
        onKeyDown={onKeyDown}
        role="slider"
        tabIndex={0}
        aria-label="Where the recording plays from"
        aria-valuemin={0}
        aria-valuemax={Math.round(waveform.seconds)}
        aria-valuenow={Math.round(at)}
        aria-valuetext={clock(at)}
      >
        <canvas ref={canvas} className={classes.wave} style={{ width, height: HEIGHT }} />
        <div style={{ width: waveform.seconds * perSecond, height: 1 }} />
      </div>
      <div ref={needle} className={classes.needle} />
    </div>
  );
};

const draw = (canvas: HTMLCanvasElement, left: number, props: Props) => {
  const width = canvas.clientWidth;
  const scale = window.devicePixelRatio || 1;
  canvas.width = Math.round(width * scale);
  canvas.height = Math.round(HEIGHT * scale);
  const paper = canvas.getContext('2d');
  if (!paper) return;
  paper.scale(scale, scale);
  const style = getComputedStyle(canvas);
  const colour = (name: string) => style.getPropertyValue(name).trim();
  const xOf = (time: number) => time * props.perSecond - left;
  const isSeen = (x: number) => x >= -200 && x <= width + 2;
  const line = (x: number, from: number, to: number) =>
    paper.fillRect(Math.round(x), from, 1, to - from);
  paper.font = `13px ${style.fontFamily}`;

  const { waveform, perSecond } = props;
  paper.fillStyle = colour('--level-3');
  const middle = (TOP + BOTTOM) / 2;
  const height = (BOTTOM - TOP) / 2 / loudestOf(waveform);
  for (let x = 0; x < width; x++) {
    const from = (left + x) / perSecond;
    if (from > waveform.seconds) break;
    const [low, high] = extremesIn(waveform, from, from + 1 / perSecond);
    paper.fillRect(x, middle - high * height, 1, Math.max(1, (high - low) * height));
  }

  if (props.strength) {
    paper.fillStyle = colour('--level-2');
    for (let x = 0; x < width; x++) {
      const from = Math.floor(((left + x) / perSecond) * FRAMES);
      const to = Math.max(from + 1, Math.floor(((left + x + 1) / perSecond) * FRAMES));
      let [most, sum] = [0, 0];
      for (let at = from; at < to; at++) {
        most = Math.max(most, props.strength[at] ?? 0);
        sum += props.strength[at] ?? 0;
      }
      // The strongest of few; of many how much goes on.
      const strength = to - from < MANY ? most : (BUSY * sum) / (to - from);
      const tall = (Math.min(strength, STRONGEST) / STRONGEST) * STRENGTH_HEIGHT;
      if (tall >= 1) paper.fillRect(x, BEATS - 2 - tall, 1, tall);
    }
  }

  paper.fillStyle = colour('--strong-line');
  const apart = (props.bars[1] ?? 0) - (props.bars[0] ?? 0);
  if (apart * perSecond >= CLOSE)
    for (const bar of props.bars) if (isSeen(xOf(bar))) line(xOf(bar), TOP, BOTTOM);
  /** Writes a name where the one before it leaves room. */
  const names = (y: number) => {
    let free = Number.NEGATIVE_INFINITY;
    return (name: string, x: number) => {
      if (x < free) return;
      paper.fillText(name, x, y);
      free = x + paper.measureText(name).width + 6;
    };
  };
  paper.fillStyle = colour('--ink');
  const nameSection = names(14);
  for (const { time, name } of props.sections) {
    if (!isSeen(xOf(time))) continue;
    line(xOf(time), 2, BOTTOM);
    nameSection(name, xOf(time) + 4);
  }

  paper.fillStyle = colour('--quiet');
  const gap = ((props.beats.at(-1)?.time ?? 0) - (props.beats[0]?.time ?? 0)) / props.beats.length;
  const isClose = gap * perSecond < CLOSE / 2;
  for (const { time, isFirst } of props.beats)
    if ((isFirst || !isClose) && isSeen(xOf(time)))
      line(xOf(time), BEATS, BEATS + (isFirst ? 14 : 6));

  paper.fillStyle = colour('--accent');
  const nameMark = names(HEIGHT - 6);
  for (const { time, name } of [...props.marks].sort((a, b) => a.time - b.time)) {
    const x = xOf(time);
    if (!isSeen(x)) continue;
    paper.fillRect(Math.round(x) - 1, TOP, 2, HEIGHT - TOP);
    nameMark(name, x + 5);
  }
};

/** So that a quiet recording is seen as well. */
const loudestOf = (waveform: Waveform): number => {
  const [low, high] = extremesIn(waveform, 0, waveform.seconds);
  return Math.max(-low, high, 0.01);
};
