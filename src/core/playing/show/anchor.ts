import * as z from 'zod';
import { type Seconds, seconds, ticks } from '../../music/time';
import { type Program, songAt } from '../../song/set';
import { secondsAt, ticksAt } from '../../song/timeline';
import type { Plan } from '../transport';

/**
 * Where a running show stands, as its conductor tells it: from a time on it goes by from a place at a rate,
 * until the next anchor. Places are songs and ticks, not seconds: whoever has a newer edit of a song still
 * stands at the same bar.
 */
export const anchorSchema = z.object({
  /** When, by the server's clock, in milliseconds. */
  at: z.number(),
  /** The item of the set. */
  item: z.string().max(40),
  /** From its bar 1; negative in the count. */
  ticks: z.number(),
  /** Seconds of the song in a second; 0 while everybody waits. */
  rate: z.number().min(0).max(10),
  /** Seconds of the song until it stands still, or is over; null where nobody knows. */
  lasts: z.number().min(0).nullable(),
  /** Whether the show is over then. */
  last: z.boolean(),
  /** What is waited for; null where nothing is. */
  waits: z.string().max(200).nullable(),
});

export type Anchor = z.infer<typeof anchorSchema>;

export const MOST_ANCHORS = 60;

/**
 * What a plan says from a time on, for others.
 *
 * @param shared the server's time (ms) of a time of the plan's clock
 */
export const anchorsOf = (
  { segments }: Plan,
  from: number,
  shared: (clock: number) => number,
): Anchor[] =>
  segments
    .filter(({ ends }, index) => ends > from || index === segments.length - 1)
    .slice(0, MOST_ANCHORS)
    .flatMap(({ clock, place, until, rate, why, waits, intent }): Anchor[] => {
      const at = songAt(intent.program, place)?.song;
      if (!at) return [];
      const lasts = until - place;
      return [
        {
          at: shared(clock),
          item: at.id,
          ticks: ticksAt(at.timeline.tempo, seconds(place - at.barOne)),
          rate,
          lasts: Number.isFinite(lasts) ? Math.max(0, lasts) : null,
          last: why === 'end',
          waits: waits ? (waits.pause?.cue ?? '') : null,
        },
      ];
    });

/** Where a show stands at a moment. */
export type Standing =
  | { readonly is: 'going'; readonly place: Seconds }
  /** Everybody waits, for what it says. */
  | { readonly is: 'waiting'; readonly place: Seconds; readonly words: string }
  | { readonly is: 'over' };

/**
 * @param program as this device has it
 * @param at by the server's clock, in milliseconds
 * @returns nothing where the song is not in the program
 */
export const standingAt = (
  anchors: readonly Anchor[],
  program: Program,
  at: number,
): Standing | undefined => {
  const anchor = anchors.findLast((one) => one.at <= at) ?? anchors[0];
  const song = anchor && program.songs.find(({ id }) => id === anchor.item);
  if (!anchor || !song) return undefined;
  const gone = (Math.max(0, at - anchor.at) / 1000) * anchor.rate;
  const lasts = anchor.lasts ?? Number.POSITIVE_INFINITY;
  if (anchor.last && gone >= lasts) return { is: 'over' };
  const begins = song.barOne + secondsAt(song.timeline.tempo, ticks(anchor.ticks));
  const place = seconds(Math.max(0, begins + Math.min(gone, lasts)));
  return anchor.waits === null
    ? { is: 'going', place }
    : { is: 'waiting', place, words: anchor.waits };
};
