import { LONGEST_NAME } from '../../base/fields';
import { cutText } from '../../base/plainText';
import { fail, ok, type Result } from '../../base/result';
import {
  beatTicks,
  type ClockPoint,
  fitTempos,
  meterText,
  pulseUnit,
  TICKS_PER_QUARTER,
} from '../../music/time';
import { MOST_PLAYED_BARS, type RoadMap } from '../../song/roadmap';
import { compile } from '../../song/timeline';
import { readMidi } from '../midi';
import { drumsOf } from './grooves';
import { type Bars, barsIn, nearest, placeIn } from './midiBars';
import { type Held, holdsIn, type Sorted, sorted, textsIn, timesIn, unheld } from './midiEvents';
import { type Counted, drumsFound, roadMapFrom, type Understood } from './song';
import type { Hit } from './struck';

/**
 * A road map from a Standard MIDI File: its tempos made few and round, its meters as bars, its markers
 * as sections, its drum notes as grooves where they repeat.
 *
 * @param tolerance by how much the tempo may be off, in seconds
 */
export const songFromMidi = (
  bytes: Uint8Array,
  name: string,
  tolerance: number,
): Result<Understood> => {
  const read = readMidi(bytes);
  if (!read.ok) return read;
  const file = sorted(read.value);
  const held = holdsIn(file);
  const bars = barsIn(file, held);
  if (bars.starts.length > MOST_PLAYED_BARS) {
    return fail('invalid', 'MIDI file', `It has more than ${MOST_PLAYED_BARS} bars.`);
  }
  if (bars.meters.length === 0) return fail('invalid', 'MIDI file', 'Nothing lasts in it.');
  const lead = leadIn(file, bars);
  const { sections, guessed } = sectionsIn(file, held, bars, lead.bars);
  const clock = clockOf(file, held, bars);
  const fit = fitTempos(
    clock,
    sections.map(({ from }) => from + lead.bars),
    tolerance,
  );
  const hits = drumsIn(file, held);
  const drums = drumsOf(
    hits.hits,
    bars.starts.slice(lead.bars).map((start) => (start * TICKS_PER_QUARTER) / file.division),
    bars.meters.slice(lead.bars),
    sections,
  );
  const song: Counted = {
    title: lead.title ?? titleOf(file) ?? name,
    meters: bars.meters.slice(lead.bars),
    sections,
    tempos: fit.tempos
      .filter(({ to }) => to > lead.bars)
      .map((one) => ({ ...one, from: Math.max(0, one.from - lead.bars), to: one.to - lead.bars })),
    cues: cuesIn(file, held, bars, lead.bars),
    fermatas: held.flatMap((fermata) => {
      const place = placeIn(bars, file, fermata.from - fermata.before, lead.bars, true);
      return place ? [{ ...place, seconds: fermata.seconds, words: fermata.words }] : [];
    }),
    drums,
    countIn: lead.countIn,
    pickup: lead.pickup,
  };
  if (song.meters.length === 0) return fail('invalid', 'MIDI file', 'It has a count-in only.');
  const map = roadMapFrom(song);
  const off = held.length > 0 ? fit.worst : worstOf(map, clock.bars.slice(lead.bars));
  return ok({
    title: song.title,
    map,
    found: foundWords(song, fit, Math.max(1, file.tempos.length), off),
    guessed: [
      ...(off > tolerance + NOTICED
        ? [`Bar lines come up to ${(off * 1000).toFixed(0)} ms beside those of the file.`]
        : []),
      ...guessed,
      ...lead.guessed,
      ...bars.guessed,
    ],
    left: [...drums.left, ...hits.left],
  });
};

/** A difference in seconds that is worth a sentence. */
const NOTICED = 0.001;

/** How far the bar lines of the map as it is played come to lie beside those of the file, in seconds. */
const worstOf = (map: RoadMap, wanted: readonly ClockPoint[]): number => {
  const { bars } = compile(map);
  const [ours, theirs] = [bars[0]?.startSeconds ?? 0, wanted[0]?.seconds ?? 0];
  return bars.reduce((most, { startSeconds }, index) => {
    const point = wanted[index];
    return point ? Math.max(most, Math.abs(startSeconds - ours - point.seconds + theirs)) : most;
  }, 0);
};

const foundWords = (
  song: Counted,
  fit: ReturnType<typeof fitTempos>,
  changes: number,
  off: number,
): string[] => {
  const meters = [...new Set(song.meters.map(meterText))];
  const tempos = fit.tempos.filter(({ start }, at) => start !== fit.tempos[at - 1]?.end).length;
  return [
    `${song.meters.length} bars in ${song.sections.length} sections, in ${meters.join(', ')}.`,
    `${changes} tempos in the file, ${tempos} here, at most ${(off * 1000).toFixed(1)} ms off.`,
    ...drumsFound(song.drums),
  ];
};

const clockOf = (file: Sorted, held: readonly Held[], { starts, meters }: Bars) => {
  const timeAt = timesIn(file);
  const back = (ticks: number) => {
    // The file’s own tick of a place, with the holds before it put back.
    let own = ticks;
    for (const one of held) if (one.from <= own) own += one.ticks;
    return own;
  };
  const pointAt = (ticks: number, own = back(ticks)): ClockPoint => ({
    quarters: ticks / file.division,
    seconds: timeAt(own) - held.reduce((sum, one) => sum + (one.from < own ? one.seconds : 0), 0),
  });
  const between = file.tempos
    .filter(({ ticks }) => !held.some((one) => ticks >= one.from && ticks <= one.from + one.ticks))
    .map(({ ticks }) => pointAt(unheld(held, ticks), ticks));
  return {
    bars: starts.map((start) => pointAt(start)),
    between: between.filter(({ quarters }, at) => quarters !== between[at - 1]?.quarters),
    units: meters.map((meter) => (pulseUnit(meter) === 'quarter' ? 1 : 1.5)),
  };
};

/** What comes before the first section: a count that the first marker tells of. */
const leadIn = (file: Sorted, bars: Bars) => {
  const none = { bars: 0, countIn: 0, pickup: 0, title: undefined, guessed: [] as string[] };
  const [first, second] = textsIn(file, 'marker');
  const told = /^(?:(.*): )?(count[- ]?in|pickup|count)$/i.exec(first?.text ?? '');
  if (!first || !second || !told || first.ticks > 0) return none;
  const ends = bars.starts.findIndex((start) => Math.abs(start - second.ticks) < file.division / 8);
  if (ends <= 0 || ends > 16) return none;
  const { denominator } = bars.meters[ends] ?? bars.meters[0]!;
  const beats = Math.round(
    (second.ticks * TICKS_PER_QUARTER) / file.division / beatTicks({ denominator }),
  );
  if (beats > 64) return none;
  const pickup = /pickup/i.test(told[2]!);
  return {
    bars: ends,
    countIn: pickup ? 0 : beats,
    pickup: pickup ? beats : 0,
    title: told[1],
    guessed: [
      `What comes before “${second.text}” is ${pickup ? 'a pickup' : 'a count-in'} of ${beats} beats.`,
    ],
  };
};

const titleOf = (file: Sorted): string | undefined =>
  textsIn(file, 'track-name').find(({ track }) => track === 0)?.text || undefined;

/** Sections at markers; all of it one section where there are none. */
const sectionsIn = (file: Sorted, held: readonly Held[], bars: Bars, lead: number) => {
  const guessed: string[] = [];
  const found = new Map<number, string>();
  const markers = textsIn(file, 'marker');
  const plain = plainNames(markers.map(({ text }) => text));
  for (const { ticks: own, text } of markers) {
    const ticks = unheld(held, own);
    const bar = nearest(bars.starts, ticks);
    const off = Math.abs(bars.starts[bar]! - ticks) / file.division;
    if (off > 1 / 8) guessed.push(`“${text}” begins off the bar line: it is put at the nearest.`);
    if (bar < lead || bar >= bars.meters.length || !text) continue;
    const name = plain(text);
    const before = found.get(bar - lead);
    if (before !== undefined && before !== name)
      guessed.push(`“${before}” and “${name}” begin in one bar: they are one section.`);
    const both = before === undefined || before === name ? name : `${before} / ${name}`;
    found.set(bar - lead, both);
  }
  if (found.size === 0) {
    guessed.push('It has no markers: all of it is one section.');
    found.set(0, 'Song');
  } else if (!found.has(0)) found.set(0, 'Start');
  const sections = [...found]
    .map(([from, name]) => ({ from, name }))
    .sort((a, b) => a.from - b.from);
  return { sections, guessed: guessed.slice(0, 20) };
};

const PASS = /^(.+) (\d+)\/(\d+)$/;

/** `Chorus 2/3` is a chorus where the other two are there as well; else that is its name. */
const plainNames = (markers: readonly string[]): ((text: string) => string) => {
  const there = new Set(markers);
  return (text) => {
    const [, name, pass, passes] = PASS.exec(text) ?? [];
    const all = Array.from(
      { length: Number(passes ?? 0) },
      (_, at) => `${name} ${at + 1}/${passes}`,
    );
    return name && Number(pass) <= all.length && all.every((one) => there.has(one)) ? name : text;
  };
};

const cuesIn = (file: Sorted, held: readonly Held[], bars: Bars, lead: number) =>
  textsIn(file, 'cue-point').flatMap(({ ticks, text }) => {
    const place = placeIn(bars, file, unheld(held, ticks), lead);
    const words = cutText(text, LONGEST_NAME);
    return place && words ? [{ ...place, words }] : [];
  });

/** Channel 10, counted from 0. */
const DRUMS = 9;

/** What is struck on the drum channel, a click’s own track left out. */
const drumsIn = (file: Sorted, held: readonly Held[]): { hits: Hit[]; left: string[] } => {
  const clicks = new Set(
    textsIn(file, 'track-name')
      .filter(({ text }) => /^(click|metronome)\b/i.test(text))
      .map(({ track }) => track),
  );
  const hits: Hit[] = [];
  let others = 0;
  for (const { ticks, channel, key, velocity, track } of file.notes) {
    if (channel !== DRUMS) others++;
    else if (!clicks.has(track))
      hits.push({
        ticks: (unheld(held, ticks) * TICKS_PER_QUARTER) / file.division,
        key,
        velocity,
      });
  }
  return {
    hits,
    left: [
      ...(clicks.size > 0 ? ['The click’s own notes: Ebrant makes its click itself.'] : []),
      ...(others > 0 ? [`${others} notes of other instruments.`] : []),
    ],
  };
};
