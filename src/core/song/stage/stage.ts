import { lastAtOrBefore } from '../../base/search';
import { plural } from '../../base/words';
import {
  beatTicks,
  clock,
  meterText,
  perMinuteAt,
  type Seconds,
  seconds,
  ticks,
} from '../../music/time';
import { chartRows, dynamicsOf, type SectionRow, surprisesOf } from '../chart';
import type { RoadMap } from '../roadmap';
import { type PlacedSong, type Program, songAt } from '../set';
import {
  barAtTicks,
  grooveAt,
  locate,
  type Passage,
  type Place,
  passageName,
  speedAt,
  type Timeline,
  ticksAt,
} from '../timeline';

/** A song as the stage knows it: what is said before it, and what is said of each of its places. */
export type StageSong = {
  readonly title: string;
  readonly map: RoadMap;
  readonly timeline: Timeline;
  /** What will catch one out. */
  readonly surprises: readonly string[];
  readonly rows: ReadonlyMap<string, SectionRow>;
  /** What comes, in order of place. */
  readonly coming: readonly { readonly at: number; readonly words: string }[];
};

/**
 * Reads a song for the stage once, so that a moment of it is quick to say.
 *
 * @param timeline that of the map
 */
export const stageSong = (title: string, map: RoadMap, timeline: Timeline): StageSong => {
  const rows = chartRows(map, timeline).filter((row) => row.kind === 'section');
  const words = new Map(rows.flatMap(({ notes }) => notes.map((note) => [note.id, note.words])));
  const placed = [
    ...timeline.details.map(({ startTicks, detail }) => ({ at: startTicks, id: detail.id })),
    ...timeline.fermatas.map(({ ticks: at, id }) => ({ at, id })),
  ];
  return {
    title,
    map,
    timeline,
    surprises: surprisesOf(map, timeline).map(({ sentence }) => sentence),
    rows: new Map(rows.map((row) => [row.id, row])),
    coming: placed
      .flatMap(({ at, id }) => {
        const said = words.get(id);
        return said ? [{ at, words: said }] : [];
      })
      .sort((a, b) => a.at - b.at),
  };
};

/** What comes next, so far ahead. */
export type Coming = {
  readonly words: string;
  /** `in 3 bars`, within the last bar before it `in 2 beats`, then `now`. */
  readonly when: string;
};

/** The section after this one. */
export type NextSection = {
  readonly name: string;
  readonly bars: number;
  readonly level: string;
  readonly groove: string;
  /** What is to be done with its first bar. */
  readonly first: string;
  /** Meter, tempo or feel, where it is another. */
  readonly changes: string;
};

/** What the stage shows at a moment. */
export type Moment =
  | {
      readonly phase: 'before';
      readonly song: number;
      readonly title: string;
      /** Tempo, meter and how it is counted in. */
      readonly facts: string;
      /** What it begins with. */
      readonly begins: string;
      readonly surprises: readonly string[];
    }
  | {
      readonly phase: 'count';
      readonly song: number;
      readonly title: string;
      readonly beat: number;
      readonly beats: number;
      /** Whether the band plays already. */
      readonly pickup: boolean;
      readonly next: NextSection | undefined;
    }
  | {
      readonly phase: 'song';
      readonly song: number;
      readonly title: string;
      /** The section, by id. */
      readonly section: string;
      readonly name: string;
      /** `2 of 3`; empty where it is played once. */
      readonly pass: string;
      /** Bars still to come, this one included. */
      readonly barsLeft: number;
      readonly bars: number;
      /** The bar of the song, repeats counted each time. */
      readonly bar: number;
      readonly beat: number;
      readonly beats: number;
      readonly level: string;
      readonly groove: string;
      /** The pattern that is played, by id. */
      readonly pattern: string | undefined;
      /** Feel, timekeeper and what else holds. */
      readonly how: string;
      readonly tempo: number;
      /** What is waited for. */
      readonly until: string;
      readonly next: NextSection | undefined;
      readonly coming: Coming | undefined;
      /** `1:12 of 3:06`. */
      readonly time: string;
      /** Since the first count-in of the set. */
      readonly elapsed: string;
    }
  | { readonly phase: 'over' };

/**
 * What the stage shows at a time of the program.
 *
 * @param songs those of the program, in its order
 * @param place seconds from the program's beginning
 */
export const momentAt = (program: Program, songs: readonly StageSong[], place: Seconds): Moment => {
  const found = songAt(program, place);
  const song = found && songs[found.index];
  if (!found || !song) return { phase: 'over' };
  const { index } = found;
  const at = locate(found.song.timeline, seconds(place - found.song.barOne));
  if (at.phase === 'over') {
    const next = songs[index + 1];
    return next ? beforeSong(next, index + 1) : { phase: 'over' };
  }
  return at.phase === 'song'
    ? inSong(song, found.song, index, at, place)
    : {
        phase: 'count',
        song: index,
        title: song.title,
        beat: Math.floor(at.beat),
        beats: at.beats,
        pickup: at.phase === 'pickup',
        next: sectionAfter(song, undefined, song.timeline.passages[0]),
      };
};

/** What is said before a song begins. */
export const beforeSong = (song: StageSong, index: number): Moment => {
  const { tempo, meter, countIn, pickup } = song.map.start;
  const [first] = song.timeline.passages;
  const row = first && song.rows.get(first.section);
  return {
    phase: 'before',
    song: index,
    title: song.title,
    facts: [
      `${Math.round(tempo.perMinute * 10) / 10} ${tempo.unit}s a minute`.replace('-', ' '),
      meterText(meter),
      countIn === 0 ? 'no count' : `count ${countIn}`,
      pickup > 0 && `pickup ${pickup}`,
      clock(song.timeline.seconds),
    ]
      .filter(Boolean)
      .join(' · '),
    begins: row
      ? [
          row.name,
          row.tacet ? 'no drums' : row.dynamics,
          row.groove,
          ...row.how.filter((one) => one !== 'no drums'),
        ]
          .filter(Boolean)
          .join(', ')
      : '',
    surprises: song.surprises,
  };
};

const inSong = (
  song: StageSong,
  { barOne }: PlacedSong,
  index: number,
  at: Extract<Place, { phase: 'song' }>,
  place: Seconds,
): Moment => {
  const { timeline, map } = song;
  const { bar, passage, barsLeft, next, holding } = at;
  const row = song.rows.get(passage.section);
  const position = ticksAt(timeline.tempo, seconds(place - barOne));
  const speed = speedAt(timeline.tempo, position);
  const { unit } = map.start.tempo;
  const groove = grooveAt(timeline, position);
  return {
    phase: 'song',
    song: index,
    title: song.title,
    section: passage.section,
    name: passage.name,
    pass: passage.passes > 1 ? `${passage.pass} of ${passage.passes}` : '',
    barsLeft,
    bars: passage.bars,
    bar: bar.played,
    beat: Math.floor(at.beat),
    beats: bar.meter.numerator,
    level: passage.tacet ? '' : dynamicsOf(passage.level),
    groove: map.patterns[groove ?? '']?.name ?? '',
    pattern: groove,
    how: row?.how.join(', ') ?? '',
    tempo: speed ? Math.round(perMinuteAt(speed, unit) * 10) / 10 : 0,
    until: untilWords(passage, holding),
    next: sectionAfter(song, passage, next),
    coming: comingAfter(song, position),
    time: `${clock(Math.max(0, place - barOne))} of ${clock(timeline.seconds)}`,
    elapsed: clock(place),
  };
};

const untilWords = (
  passage: Passage,
  holding: Extract<Place, { phase: 'song' }>['holding'],
): string => {
  if (holding)
    return holding.cue ? `held until ${holding.cue}` : `held for ${Math.ceil(holding.left)} s`;
  return passage.vamp === undefined ? '' : `until ${passage.vamp || 'the cue'}`;
};

const sectionAfter = (
  song: StageSong,
  now: Passage | undefined,
  next: Passage | undefined,
): NextSection | undefined => {
  if (!next) return undefined;
  const row = song.rows.get(next.section);
  const firstBar = next.startTicks + beatTicks(next.meter) * next.meter.numerator;
  const first = song.coming.find(({ at }) => at >= next.startTicks && at < firstBar);
  const changes = [
    now && meterText(now.meter) !== meterText(next.meter) && meterText(next.meter),
    row?.how.find((one) => one.startsWith('tempo ')),
    now &&
      now.feel.backbeat !== next.feel.backbeat &&
      next.feel.backbeat !== 'normal' &&
      next.feel.backbeat,
  ];
  return {
    name: passageName(next),
    bars: next.bars,
    level: next.tacet ? 'no drums' : dynamicsOf(next.level),
    groove: song.map.patterns[grooveAt(song.timeline, next.startTicks) ?? '']?.name ?? '',
    first: first?.words ?? '',
    changes: changes.filter(Boolean).join(', '),
  };
};

/** What is further off than this many bars is not said yet. */
const HORIZON = 8;

const comingAfter = ({ timeline, coming }: StageSong, position: number): Coming | undefined => {
  // What has just begun is still said, for a quarter of a beat.
  const here = barAtTicks(timeline, position);
  if (!here) return undefined;
  const beat = beatTicks(here.meter);
  const next = coming[lastAtOrBefore(coming, position - beat / 4, ({ at }) => at) + 1];
  if (!next) return undefined;
  const there = barAtTicks(timeline, ticks(next.at));
  const bars = (there?.played ?? 0) - here.played;
  if (bars > HORIZON) return undefined;
  const beats = Math.ceil((next.at - position) / beat - 1e-6);
  const when = beats <= 0 ? 'now' : bars > 1 ? `in ${bars} bars` : `in ${plural(beats, 'beat')}`;
  return { words: next.words, when };
};
