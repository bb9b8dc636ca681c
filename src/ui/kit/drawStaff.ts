import {
  Annotation,
  Articulation,
  Beam,
  Dot,
  Formatter,
  GraceNote,
  GraceNoteGroup,
  type Modifier,
  ModifierPosition,
  Renderer,
  Stave,
  StaveNote,
  Stem,
  type StemmableNote,
  Tremolo,
  Tuplet,
  Voice,
} from 'vexflow/bravura';
import type { Group, Sign, Staff } from '@/core/music/engrave';
import {
  articulationOf,
  countWord,
  type StickedStroke,
  type Swell,
  voiceOf,
} from '@/core/music/kit';
import { barTicks, type Meter, pulsesOf } from '@/core/music/time';
import { GRACES, HEAD, LINE } from './staffSize';

/** Signs are as wide as their font says: nothing is drawn before it is here. */
export const musicFont: Promise<unknown> = document.fonts.load('30pt Bravura');

/** What to draw, and how. */
export type Drawing = {
  readonly bars: readonly Staff[];
  readonly meter: Meter;
  /** Of the whole, in pixels at full size. */
  readonly width: number;
  readonly barsPerLine: number;
  /** Hands under the notes. */
  readonly sticking: boolean;
  /** Count words under the notes. */
  readonly counting: boolean;
  readonly scale: number;
  /** Louder and softer, in ticks from the first bar line. */
  readonly swells: readonly Swell[];
};

/** From the top of a line to where a staff begins in it, its own room above left out. */
const ABOVE = 22;
const ROW = 17;
const DURATIONS: Readonly<Record<number, string>> = { 1: 'w', 2: 'h', 4: 'q' };

/** What an element shows already, so that a bar that stays the same is not drawn again. */
const shown = new WeakMap<Element, string>();

/**
 * Draws a pattern into an element, each bar as a picture of its own. Colours follow the text around
 * it. Only bars that have changed are drawn anew.
 */
export const drawStaff = (element: HTMLDivElement, drawing: Drawing): void => {
  const { bars, barsPerLine, width, scale } = drawing;
  bars.forEach((bar, index) => {
    const place = index % barsPerLine;
    const inLine = Math.min(barsPerLine, bars.length - (index - place));
    const each = (width - HEAD - 8) / inLine;
    const frame = element.children[index] ?? element.appendChild(document.createElement('div'));
    const { sticking, counting, meter } = drawing;
    const swells = swellsIn(drawing, index);
    const said = JSON.stringify([
      bar,
      each,
      place,
      index,
      sticking,
      counting,
      scale,
      meter,
      swells,
    ]);
    if (shown.get(frame) === said) return;
    shown.set(frame, said);
    drawOne(frame as HTMLDivElement, drawing, index, place === 0 ? each + HEAD : each);
  });
  while (element.children.length > bars.length) element.lastElementChild!.remove();
};

const drawOne = (frame: HTMLDivElement, drawing: Drawing, index: number, width: number) => {
  const { sticking, counting, scale, meter, barsPerLine, bars } = drawing;
  frame.replaceChildren();
  const height = LINE + (sticking ? ROW : 0) + (counting ? ROW : 0);
  const renderer = new Renderer(frame, Renderer.Backends.SVG);
  renderer.resize(width * scale, height * scale);
  const context = renderer.getContext();
  context.scale(scale, scale);
  context.setFillStyle('currentColor');
  context.setStrokeStyle('currentColor');
  const stave = new Stave(0, ABOVE, width - 1);
  if (index % barsPerLine === 0) {
    stave.addClef('percussion');
    if (index === 0) stave.addTimeSignature(`${meter.numerator}/${meter.denominator}`);
  }
  stave.setContext(context).draw();
  drawBar(stave, bars[index]!, drawing, index, LINE - 4);
  frame.querySelector('svg')?.setAttribute('aria-hidden', 'true');
};

/** The swells that reach into a bar. */
const swellsIn = ({ swells, meter }: Drawing, index: number): readonly Swell[] => {
  const line = index * barTicks(meter);
  return swells.filter(({ from, to }) => to > line && from < line + barTicks(meter));
};

type Drawn = { readonly note: StaveNote; readonly sign: Sign };

const drawBar = (stave: Stave, bar: Staff, drawing: Drawing, index: number, under: number) => {
  const context = stave.checkContext();
  const both = sounds(bar.hands) && sounds(bar.feet);
  const parts = [
    ...(sounds(bar.hands) || !sounds(bar.feet) ? [{ groups: bar.hands, up: true }] : []),
    ...(sounds(bar.feet) ? [{ groups: bar.feet, up: false }] : []),
  ].map(({ groups, up }) => partOf(groups, up, both));
  const voices = parts.map(({ notes }) =>
    new Voice({ numBeats: drawing.meter.numerator, beatValue: drawing.meter.denominator })
      .setMode(Voice.Mode.SOFT)
      .addTickables(notes),
  );
  const room = stave.getNoteEndX() - stave.getNoteStartX() - 14;
  const formatter = new Formatter();
  // Each part by itself: a foot below never has to make room for a hand above.
  for (const voice of voices) formatter.joinVoices([voice]);
  formatter.format(voices, room);
  for (const voice of voices) voice.draw(context, stave);
  for (const { beams, tuplets } of parts) {
    for (const beam of beams) beam.setContext(context).draw();
    for (const tuplet of tuplets) tuplet.setContext(context).draw();
  }
  const drawn = parts.flatMap((part) => part.drawn);
  bracketGhosts(context, drawn);
  drawSwells(context, drawn, drawing, index, under - 22);
  if (drawing.sticking) writeHands(context, drawn, under + 4);
  if (drawing.counting)
    writeWords(context, drawn, drawing.meter, index + 1, under + (drawing.sticking ? ROW : 0) + 4);
};

const sounds = (groups: readonly Group[]): boolean =>
  groups.some(({ signs }) => signs.some(({ strokes }) => strokes.length > 0));

const partOf = (groups: readonly Group[], up: boolean, both: boolean) => {
  const drawn: Drawn[] = [];
  const beams: Beam[] = [];
  const tuplets: Tuplet[] = [];
  for (const { signs, tuplet } of groups) {
    const notes = signs.map((sign) => {
      const note = noteOf(sign, up, both);
      drawn.push({ note, sign });
      return note;
    });
    beams.push(...beamsOf(notes, signs, up));
    if (tuplet && notes.length > 0) {
      tuplets.push(
        new Tuplet(notes as StemmableNote[], {
          numNotes: tuplet.actual,
          notesOccupied: tuplet.normal,
          ratioed: false,
          location: up ? 1 : -1,
          bracketed: !signs.every(({ value, strokes }) => value.of >= 8 && strokes.length > 0),
        }),
      );
    }
  }
  return { notes: drawn.map(({ note }) => note), drawn, beams, tuplets };
};

/** Runs of notes shorter than a quarter within a group; a rest inside a run does not break it. */
const beamsOf = (notes: readonly StaveNote[], signs: readonly Sign[], up: boolean): Beam[] => {
  const runs: StaveNote[][] = [[]];
  notes.forEach((note, index) => {
    const { value, strokes } = signs[index]!;
    if (value.of >= 8 && strokes.length > 0) runs.at(-1)!.push(note);
    else if (value.of < 8) runs.push([]);
  });
  return runs
    .filter((run) => run.length > 1)
    .map((run) => {
      for (const note of run) note.setStemDirection(up ? Stem.UP : Stem.DOWN);
      return new Beam(run);
    });
};

const STEPS = 'cdefgab';
/** As the keys of a chord are given. */
const lowestFirst = (strokes: readonly StickedStroke[]): StickedStroke[] =>
  [...strokes].sort((a, b) => height(voiceOf(a.voice).staff) - height(voiceOf(b.voice).staff));

const height = (staff: string): number => STEPS.indexOf(staff[0]!) + 7 * Number(staff[2]);

/** How a head looks: what is struck, or how. */
const headOf = ({ voice, how }: StickedStroke): string => {
  const { id } = articulationOf(voice, how);
  if (id === 'cross-stick') return '/x2';
  if (id === 'rim') return '/x3';
  if (id === 'bell') return '/d2';
  const { head } = voiceOf(voice);
  if (head === 'cross') return '/x2';
  return head === 'triangle' ? '/t2' : '';
};

const noteOf = (sign: Sign, up: boolean, both: boolean): StaveNote => {
  const { strokes, value } = sign;
  const duration = `${DURATIONS[value.of] ?? value.of}${value.dotted ? 'd' : ''}`;
  const stem = up ? Stem.UP : Stem.DOWN;
  if (strokes.length === 0) {
    const key = both ? (up ? 'e/5' : 'e/4') : 'b/4';
    const rest = new StaveNote({ keys: [key], duration: `${duration}r`, stemDirection: stem });
    if (value.dotted) Dot.buildAndAttach([rest], { all: true });
    return rest;
  }
  const ordered = lowestFirst(strokes);
  const note = new StaveNote({
    keys: ordered.map((stroke) => voiceOf(stroke.voice).staff + headOf(stroke)),
    duration,
    stemDirection: stem,
  });
  if (value.dotted) Dot.buildAndAttach([note], { all: true });
  ordered.forEach((stroke, index) => {
    mark(note, stroke, index, up);
  });
  return note;
};

const TREMOLO: Readonly<Record<string, number>> = { roll: 3, buzz: 2 };

const mark = (note: StaveNote, stroke: StickedStroke, index: number, up: boolean) => {
  const { force, ornament, after, voice, how, shoulder } = stroke;
  const side = up ? ModifierPosition.ABOVE : ModifierPosition.BELOW;
  if (force === 'accent') note.addModifier(new Articulation('a>').setPosition(side), index);
  // The shoulder of the stick: a line, as for what is played broadly.
  if (shoulder) note.addModifier(new Articulation('a-').setPosition(side), index);
  if (how === 'open' || (voice === 'pedal' && how === 'splash'))
    note.addModifier(new Articulation('ah').setPosition(side), index);
  if (how === 'half-open') write(note, index, 'ø');
  if (ornament === 'buzz') write(note, index, 'z');
  if (after === 'choke') write(note, index, '×');
  const graces = GRACES[ornament ?? ''];
  if (graces) note.addModifier(graceNotes(stroke, graces), index);
  const strokes = TREMOLO[ornament ?? ''];
  if (strokes && ornament === 'roll') note.addModifier(new Tremolo(strokes), index);
};

const write = (note: StaveNote, index: number, text: string) =>
  note.addModifier(
    new Annotation(text).setVerticalJustification(Annotation.VerticalJustify.TOP) as Modifier,
    index,
  );

const graceNotes = (stroke: StickedStroke, count: number): GraceNoteGroup => {
  const graces = Array.from(
    { length: count },
    () =>
      new GraceNote({
        keys: [voiceOf(stroke.voice).staff + headOf(stroke)],
        duration: count === 1 ? '8' : '16',
        slash: count === 1,
        stemDirection: Stem.UP,
      }),
  );
  const group = new GraceNoteGroup(graces, true);
  return count > 1 ? group.beamNotes() : group;
};

type Context = ReturnType<Stave['checkContext']>;

const FONT = "'Atkinson Hyperlegible Next Variable', sans-serif";

const text = (context: Context, words: string, x: number, y: number, faint = false) => {
  context.save();
  context.setFont(FONT, 11, faint ? 'normal' : '600');
  context.fillText(words, x - context.measureText(words).width / 2, y);
  context.restore();
};

/** Hairpins under the notes, from the first sign of a swell in this bar to its last. */
const drawSwells = (
  context: Context,
  drawn: readonly Drawn[],
  { swells, meter }: Drawing,
  index: number,
  y: number,
) => {
  const line = index * barTicks(meter);
  for (const { from, to, grows } of swells) {
    const inside = drawn.filter(({ sign }) => line + sign.at >= from && line + sign.at < to);
    const places = inside.map(({ note }) => note.getAbsoluteX());
    const [left, right] = [Math.min(...places), Math.max(...places) + 12];
    if (places.length < 2) continue;
    const [tip, mouth] = grows ? [left, right] : [right, left];
    for (const side of [-1, 1]) {
      context.beginPath();
      context.moveTo(tip, y);
      context.lineTo(mouth, y + side * 4);
      context.stroke();
    }
  }
};

/** Ghost notes stand in brackets, close to their heads. */
const bracketGhosts = (context: Context, drawn: readonly Drawn[]) => {
  for (const { note, sign } of drawn) {
    lowestFirst(sign.strokes).forEach(({ force }, index) => {
      if (force !== 'ghost') return;
      const [x, y] = [note.getNoteHeadBeginX(), note.getYs()[index]! + 4];
      text(context, '(', x - 4, y, true);
      text(context, ')', note.getNoteHeadEndX() + 4, y, true);
    });
  }
};

const writeHands = (context: Context, drawn: readonly Drawn[], y: number) => {
  for (const { note, sign } of drawn) {
    const hands = sign.strokes.filter(({ voice }) => voiceOf(voice).limb === 'hand');
    if (hands.length === 0) continue;
    const words = hands.length > 1 ? 'B' : hands[0]!.hand;
    text(context, words, note.getAbsoluteX() + 6, y, !hands.some(({ given }) => given));
  }
};

const writeWords = (
  context: Context,
  drawn: readonly Drawn[],
  meter: Meter,
  bar: number,
  y: number,
) => {
  const pulses = new Set<number>(pulsesOf(meter).map(({ offset }) => offset));
  const written = new Set<number>();
  for (const { note, sign } of drawn) {
    const at = Math.round(sign.at);
    if (written.has(at) || (sign.strokes.length === 0 && !pulses.has(at))) continue;
    written.add(at);
    text(context, countWord(meter, at, bar), note.getAbsoluteX() + 6, y, !pulses.has(at));
  }
};
