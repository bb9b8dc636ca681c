import { largest } from '../../base/extremes';
import { type SoundName, TIMBRES } from '../../music/click';
import { articulationOf } from '../../music/kit';
import {
  barTicks,
  beatTicks,
  type Meter,
  pulsesOf,
  seconds,
  TICKS_PER_QUARTER,
} from '../../music/time';
import type { Note } from '../../playing/performance';
import { type Program, soundingClicks } from '../../song/set';
import { type Click, passageName, ticksAt } from '../../song/timeline';
import { fermataText } from '../fermataText';
import type { MidiFile, MidiTrack, Timed } from './events';
import {
  countInBeats,
  DIVISION,
  fileTicks,
  type LaidOutSong,
  layOut,
  type RampStep,
  rampError,
  spansOf,
} from './layOut';
import { tempoEvents } from './tempoTrack';

/** Channel 10, counted from 0. */
const DRUMS = 9;

/** How hard a click of 0 dB is hit; 12 dB softer is half as hard, as common practice has it. */
const LOUDEST = 112;

const clickKey = ({ kind, clickSound }: Click): number => {
  const [first, others] = TIMBRES[clickSound.sound as SoundName].keys;
  return kind === 'bar' || kind === 'group' ? first : others;
};

/** Short enough to end before the next thirty-second begins. */
const STROKE_TICKS = 60;

/** What a file holds beside tempo, meters, markers and cues. */
export type MidiContent = {
  readonly click: boolean;
  /** What is played in each song of the program; no drum part where left out. */
  readonly drums?: readonly (readonly Note[])[];
  /** What is spoken, in the time of the program. */
  readonly words?: readonly { readonly at: number; readonly text: string }[];
  /** How finely ramps are written; a sixteenth where left out. The file says by how much it is off. */
  readonly ramps?: RampStep;
  /** All in one track, for machines that read no other; 1 where left out. */
  readonly format?: 0 | 1;
};

/**
 * A program as a MIDI file of format 1: a first track with tempo, meters, section markers and cue
 * points, then one with the clicks and one with the drum part, both on channel 10. A gap becomes whole
 * bars of 4/4 at the tempo that fills it exactly, so that the next song begins on a bar line of the
 * file.
 */
export const exportMidi = (
  title: string,
  program: Program,
  { click, drums, words = [], ramps = 'sixteenth', format = 1 }: MidiContent = { click: true },
): MidiFile => {
  const songs = layOut(program);
  const conductor = songs.flatMap((song) => [
    ...meterEvents(song),
    ...markers(song),
    ...cuePoints(song),
    ...fermataTexts(song),
  ]);
  const clicks = click ? songs.flatMap(strokes) : [];
  const played = songs.flatMap((song, index) => drumNotes(song, drums?.[index] ?? []));
  const spans = songs.flatMap((song) => spansOf(song, ramps));
  const lyrics = words.map((one) => lyric(songs, one));
  const end = songs.at(-1)?.end ?? 0;
  const head: Timed[] = [
    { ticks: 0, event: { type: 'text', kind: 'track-name', text: title } },
    ...rampWords(program, ramps),
  ];
  const tracks = [
    { events: sorted([...head, ...tempoEvents(spans, DIVISION), ...conductor, ...lyrics]), end },
    ...(click ? [trackOf('Click', clicks, end)] : []),
    ...(drums ? [trackOf('Drums', played, end)] : []),
  ];
  return { format, division: DIVISION, tracks: format === 0 ? [asOne(tracks)] : tracks };
};

/** All tracks in one; their names after the first are left out. */
const asOne = (tracks: readonly MidiTrack[]): MidiTrack => ({
  events: sorted(
    tracks.flatMap(({ events }, index) =>
      events.filter(
        ({ event }) => index === 0 || event.type !== 'text' || event.kind !== 'track-name',
      ),
    ),
  ),
  end: largest(
    tracks.map(({ end }) => end),
    0,
  ),
});

/** How finely ramps are written and by how much that is off; nothing where there are none. */
const rampWords = (program: Program, ramps: RampStep): Timed[] => {
  const error = rampError(program, ramps);
  if (error === 0) return [];
  const text = `Ramps in steps of a ${ramps}, at most ${(error * 1000).toFixed(3)} ms off`;
  return [{ ticks: 0, event: { type: 'text', kind: 'text', text } }];
};

const trackOf = (name: string, events: readonly Timed[], end: number): MidiTrack => ({
  events: sorted([
    { ticks: 0, event: { type: 'text', kind: 'track-name', text: name } },
    ...events,
  ]),
  end: largest(
    events.map(({ ticks }) => ticks),
    end,
  ),
});

/** Where time stands still, for how long and until what, at the first of its own beats. */
const fermataTexts = ({ fermatas, at }: LaidOutSong): Timed[] =>
  fermatas.map(({ fermata }, index) => {
    const { ticks: place, seconds: held, cue: words } = fermata;
    const left = fermatas.slice(index).filter((one) => one.fermata.ticks === place);
    return {
      ticks: at(place) - left.reduce((sum, one) => sum + one.ticks, 0),
      event: { type: 'text', kind: 'text', text: fermataText({ seconds: held, words }) },
    };
  });

/** What to remember, where it is to be remembered. */
const cuePoints = ({ song, at }: LaidOutSong): Timed[] =>
  song.timeline.details.flatMap((one): Timed[] =>
    one.kind === 'cue'
      ? [
          {
            ticks: at(one.startTicks),
            event: { type: 'text', kind: 'cue-point', text: one.detail.words },
          },
        ]
      : [],
  );

/**
 * The drum part by General MIDI keys. A stroke lies where it sounds, swung and with its grace notes;
 * it ends before the next of its key.
 */
const drumNotes = ({ song, at, barOne }: LaidOutSong, notes: readonly Note[]): Timed[] => {
  const next = new Map<number, number>();
  const events: Timed[] = [];
  for (const note of [...notes].reverse()) {
    const position = ticksAt(song.timeline.tempo, note.seconds);
    const ticks = Math.max(0, position < 0 ? barOne + fileTicks(position) : at(position));
    const { key } = articulationOf(note.voice, note.how);
    const following = next.get(key);
    if (following !== undefined && following <= ticks) continue;
    next.set(key, ticks);
    const velocity = Math.max(1, Math.round(note.force * 127));
    const length = Math.min(STROKE_TICKS, (following ?? Number.POSITIVE_INFINITY) - ticks);
    events.push(
      { ticks: ticks + length, event: { type: 'note-off', channel: DRUMS, key, velocity: 0 } },
      { ticks, event: { type: 'note-on', channel: DRUMS, key, velocity } },
    );
  }
  return events.reverse();
};

/** Words where they begin to be spoken. */
const lyric = (
  songs: readonly LaidOutSong[],
  { at: time, text }: { at: number; text: string },
): Timed => {
  const laid = songs.findLast(({ song }) => song.start <= time + 1e-9) ?? songs[0]!;
  const position = ticksAt(laid.song.timeline.tempo, seconds(time - laid.song.barOne));
  const at = position < 0 ? laid.barOne + fileTicks(position) : laid.at(position);
  return { ticks: Math.max(0, at), event: { type: 'text', kind: 'lyric', text } };
};

/** A meter where it changes; before bar 1 a shorter bar takes what is left of the count. */
const meterEvents = (laid: LaidOutSong): Timed[] => {
  const { song, gapStart, start, barOne } = laid;
  const { countIn } = song.timeline;
  const events: Timed[] = [];
  if (start > gapStart) events.push(meterAt(gapStart, { numerator: 4, denominator: 4 }));
  const short = countInBeats(song) % countIn.meter.numerator;
  if (short > 0) {
    events.push(meterAt(start, { numerator: short, denominator: countIn.meter.denominator }));
  }
  const full = start + short * fileTicks(beatTicks(countIn.meter));
  if (full < barOne) events.push(meterAt(full, countIn.meter));
  return [...events, ...barMeters(laid, full < barOne ? countIn.meter : undefined)];
};

/** A bar in which time stands still is as many beats longer. */
const barMeters = ({ song, fermatas, at }: LaidOutSong, before: Meter | undefined): Timed[] => {
  const events: Timed[] = [];
  let last = before;
  for (const bar of song.timeline.bars) {
    const end = bar.startTicks + barTicks(bar.meter);
    const more = heldBeats(fermatas, bar.startTicks + 1, end);
    const { numerator, denominator } = bar.meter;
    const meter = more > 0 ? { numerator: numerator + more, denominator } : bar.meter;
    if (!last || !sameBar(meter, last)) {
      events.push(meterAt(at(bar.startTicks), meter));
    }
    last = meter;
  }
  return events;
};

const heldBeats = (fermatas: LaidOutSong['fermatas'], from: number, to: number): number =>
  fermatas.reduce(
    (sum, { fermata, beats }) => sum + (fermata.ticks >= from && fermata.ticks <= to ? beats : 0),
    0,
  );

const sameBar = (a: Meter, b: Meter): boolean =>
  a.numerator === b.numerator && a.denominator === b.denominator;

const meterAt = (at: number, meter: Meter): Timed => ({
  ticks: at,
  event: {
    type: 'meter',
    numerator: meter.numerator,
    denominator: meter.denominator,
    clocks: metronomeClocks(meter),
  },
});

/** MIDI clocks a metronome click: the pulse where all are alike (36 in 6/8), else the beat. */
const metronomeClocks = (meter: Meter): number => {
  const offsets = [...pulsesOf(meter).map(({ offset }) => offset as number), barTicks(meter)];
  const first = offsets[1]!;
  const even = offsets.every((offset, index) => offset === index * first);
  return Math.max(1, Math.round(((even ? first : beatTicks(meter)) * 24) / TICKS_PER_QUARTER));
};

const markers = ({ song, start, barOne, at }: LaidOutSong): Timed[] => [
  ...(barOne > start
    ? [marker(start, `${song.title}: ${song.counted ? 'count-in' : 'pickup'}`)]
    : []),
  ...song.timeline.passages.map((passage) => marker(at(passage.startTicks), passageName(passage))),
];

const marker = (at: number, text: string): Timed => ({
  ticks: at,
  event: { type: 'text', kind: 'marker', text },
});

const strokes = ({ song, at: place }: LaidOutSong): Timed[] =>
  soundingClicks(song).flatMap((click) => {
    const at = place(click.ticks);
    const key = clickKey(click);
    const velocity = Math.max(1, Math.round(LOUDEST * 10 ** (click.clickSound.level / 40)));
    return [
      { ticks: at, event: { type: 'note-on', channel: DRUMS, key, velocity } },
      { ticks: at + STROKE_TICKS, event: { type: 'note-off', channel: DRUMS, key, velocity: 0 } },
    ] satisfies Timed[];
  });

/** By time; what stands first stays first among equals. */
const sorted = (events: readonly Timed[]): Timed[] => [...events].sort((a, b) => a.ticks - b.ticks);
