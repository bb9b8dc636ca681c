import { clock, type Seconds, seconds } from '@/core/music/time';
import { type Program, songAt } from '@/core/song/set';
import { locate, type Place } from '@/core/song/timeline';

/** What the transport says of a moment. */
export type Words = {
  /** `Bar 12 · 3`, `Count 4 of 6`. */
  readonly position: string;
  /** `Chorus, 3 bars left, then Bridge`. */
  readonly where: string;
  /** `1:58 of 2:51`: of a song alone from its bar 1, of a set from its first count-in. */
  readonly time: string;
};

const EMPTY: Words = { position: '', where: '', time: '' };

/** A moment of a program in words; a set also says which song it is in. */
export const wordsAt = (program: Program, time: Seconds): Words => {
  const at = songAt(program, time);
  if (!at) return EMPTY;
  const { song, index } = at;
  const { recording } = program;
  if (recording !== undefined && (time < song.start || time >= song.end)) {
    const where = time < song.start ? 'of the recording, before the count-in' : 'of the recording';
    const length = clock(program.seconds - recording);
    return { position: clock(Math.max(0, time - recording)), where, time: `of ${length}` };
  }
  const next = program.songs[index + 1];
  const prefix = program.songs.length > 1 ? `${song.title}: ` : '';
  const place = locate(song.timeline, seconds(time - song.barOne));
  const words = placeWords(place, song.timeline.passages[0]?.name);
  const over = place.phase === 'over' && next ? `then ${next.title}` : words.where;
  const [from, length] =
    program.songs.length > 1 ? [0, program.seconds] : [song.barOne, song.timeline.seconds];
  return {
    position: words.position,
    where: prefix + over,
    time: `${clock(Math.max(0, time - from))} of ${clock(length)}`,
  };
};

const placeWords = (place: Place, first: string | undefined): Omit<Words, 'time'> => {
  if (place.phase === 'over') return { position: 'End', where: 'the last bar is over' };
  if (place.phase !== 'song') {
    const what = place.phase === 'count-in' ? 'Count' : 'Pickup';
    return {
      position: `${what} ${Math.floor(place.beat)} of ${place.beats}`,
      where: first ? `then ${first}` : '',
    };
  }
  const { bar, beat, passage, barsLeft, next, holding } = place;
  if (holding) {
    const until = holding.cue ? `until ${holding.cue}` : `${Math.ceil(holding.left)} s`;
    return { position: 'Fermata', where: `${until}, then bar ${bar.played} of ${passage.name}` };
  }
  const left = barsLeft === 1 ? 'last bar' : `${barsLeft} bars left`;
  const pass = passage.passes > 1 ? ` (${passage.pass} of ${passage.passes})` : '';
  const vamp = passage.vamp === undefined ? '' : `, vamp until ${passage.vamp || 'the cue'}`;
  return {
    position: `Bar ${bar.played} · ${Math.floor(beat)}`,
    where: `${passage.name}${pass}${vamp}, ${left}, then ${next ? next.name : 'the end'}`,
  };
};
