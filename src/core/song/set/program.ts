import { type Seconds, seconds } from '../../music/time';
import type { Click, Timeline } from '../timeline';
import type { Gap } from './schema';

/** A song as one number of a program. */
export type ProgramSong = {
  /** What it is called in its set, also after it was moved; its number where left out. */
  readonly id?: string;
  readonly title: string;
  readonly timeline: Timeline;
  readonly gap: Gap;
  /** What is counted aloud while it is played; nothing where left out. */
  readonly aloud?: readonly CountedAloud[];
};

/** A count word that is spoken at its place. */
export type CountedAloud = {
  /** From bar 1. */
  readonly seconds: Seconds;
  /** As it is written: `2`, `&`, `trip`. */
  readonly word: string;
};

/** A song with its place in the time of the program. */
export type PlacedSong = {
  readonly id: string;
  readonly title: string;
  readonly timeline: Timeline;
  /** Whether its count-in sounds; a song that is gone straight into has none. */
  readonly counted: boolean;
  /** Seconds from the start of the program to the first sound of the song, count-in included. */
  readonly start: Seconds;
  /** Seconds from the start of the program to the song's bar 1. */
  readonly barOne: Seconds;
  readonly end: Seconds;
  readonly aloud?: readonly CountedAloud[];
};

/** Songs one after the other: what a click file, the set's page and the player go by. */
export type Program = {
  readonly songs: readonly PlacedSong[];
  readonly seconds: Seconds;
  /** Where the recording begins that is played beside it, in seconds; left out where none is. */
  readonly recording?: Seconds;
};

/**
 * Joins songs with their count-ins and gaps. The gap after the last song counts for nothing.
 *
 * @example a song of 60 s with a 2 s count-in, 10 s gap, the same again: 134 s
 */
export const program = (songs: readonly ProgramSong[]): Program => {
  const placed: PlacedSong[] = [];
  let at = 0;
  let counted = true;
  for (const { id = String(placed.length), title, timeline, gap, aloud } of songs) {
    const barOne = at + countInSeconds(timeline, counted);
    const end = barOne + timeline.seconds;
    placed.push({
      id,
      title,
      timeline,
      counted,
      start: seconds(at),
      barOne: seconds(barOne),
      end: seconds(end),
      ...(aloud && { aloud }),
    });
    at = end + (gap.kind === 'straight-on' ? 0 : gap.seconds);
    counted = gap.kind !== 'straight-on';
  }
  return { songs: placed, seconds: placed.at(-1)?.end ?? seconds(0) };
};

/** One song alone. */
export const soloProgram = (
  title: string,
  timeline: Timeline,
  aloud?: readonly CountedAloud[],
): Program =>
  program([{ title, timeline, gap: { kind: 'seconds', seconds: 0 }, ...(aloud && { aloud }) }]);

/**
 * One song beside the recording that it is learnt from: as long as both together.
 *
 * @param offset where bar 1 begins in the recording, in seconds
 * @param length of the recording, in seconds
 */
export const besideRecording = (
  title: string,
  timeline: Timeline,
  offset: number,
  length: number,
): Program & Required<Pick<Program, 'recording'>> => {
  const [song] = soloProgram(title, timeline).songs;
  const lead = song!.barOne;
  const later = Math.max(0, offset - lead);
  const placed: PlacedSong = {
    ...song!,
    start: seconds(later),
    barOne: seconds(later + lead),
    end: seconds(later + song!.end),
  };
  const recording = seconds(placed.barOne - offset);
  const over = Math.max(placed.end, recording + length);
  return { songs: [placed], seconds: seconds(over), recording };
};

/** The clicks of a placed song that sound, in seconds of the program. */
export const soundingClicks = ({ timeline, counted }: PlacedSong): readonly Click[] =>
  timeline.clicks.filter(
    ({ kind, clickSound }) => clickSound.sound !== 'none' && (counted || kind !== 'count'),
  );

/** Without its count-in a song still begins with its pickup. */
const countInSeconds = ({ countIn }: Timeline, counted: boolean): number => {
  const beats = countIn.beats + countIn.pickup;
  if (counted || beats === 0) return countIn.seconds;
  return (countIn.seconds * countIn.pickup) / beats;
};
