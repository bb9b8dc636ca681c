import { lastAtOrBefore } from '../../base/search';
import { beatTicks } from '../../music/time';
import type { Note } from '../../playing/performance';
import { type PlacedSong, soundingClicks } from '../../song/set';
import type { NoteAt } from './rounds';

/** By what strokes are told apart besides what is struck, as it is said. */
export const LABELS = {
  on: 'Strokes on the beat',
  between: 'Strokes between the beats',
  fill: 'The fill',
  hit: 'The hits',
  silent: 'Where the click is silent they',
} as const;

/** What is to be struck in a placed song, by its place in the program, and what kind of stroke it is. */
export const notesOf = (song: PlacedSong, notes: readonly Note[]): NoteAt[] => {
  const { bars } = song.timeline;
  const barOf = (ticks: number) =>
    bars[lastAtOrBefore(bars, ticks, ({ startTicks }) => startTicks)];
  const clicked = new Set(soundingClicks(song).map(({ ticks }) => barOf(ticks)?.played));
  return notes.map(({ seconds, ticks, voice, from }) => {
    const bar = barOf(ticks);
    const isOn = bar && (ticks - bar.startTicks) % beatTicks(bar.meter) === 0;
    return {
      place: song.barOne + seconds,
      voice,
      labels: [
        isOn ? LABELS.on : LABELS.between,
        ...(from === 'groove' ? [] : [LABELS[from]]),
        // A song without any click has no silence in it.
        ...(bar && clicked.size > 0 && !clicked.has(bar.played) ? [LABELS.silent] : []),
      ],
    };
  });
};

/** When the clicks of a placed song sound, by their places in the program. */
export const clicksOf = (song: PlacedSong): NoteAt[] =>
  soundingClicks(song).map(({ seconds }) => ({ place: song.barOne + seconds, voice: 'click' }));
