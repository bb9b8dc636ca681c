import { stringify } from 'csv-stringify/sync';
import { lastAtOrBefore } from '../../base/search';
import { clock, meterText, perMinuteAt } from '../../music/time';
import type { Program } from '../../song/set';
import { speedAt, type Timeline } from '../../song/timeline';

/**
 * Tables for a spreadsheet: RFC 4180, with a heading, every cell text or number. A cell that a
 * spreadsheet would run as a formula is written with an apostrophe before it.
 */
export const csv = (
  heading: readonly string[],
  rows: readonly (readonly (string | number)[])[],
): string =>
  stringify(
    [heading, ...rows].map((cells) => cells.map(harmless)),
    {
      escape_formulas: true,
      record_delimiter: 'windows',
    },
  );

/** The library looks at the first character only, a spreadsheet passes over spaces before it. */
const harmless = (cell: string | number): string | number =>
  typeof cell === 'string' && /^\s+[=+\-@]/.test(cell) ? `'${cell}` : cell;

const round = (value: number): number => Math.round(value * 1e6) / 1e6;

/** Every played bar of a song: its numbers, section, meter, tempo and exact start. */
export const barsTable = (timeline: Timeline): string => {
  const cues = timeline.details
    .flatMap((one) =>
      one.kind === 'cue' ? [{ start: one.startTicks, words: one.detail.words }] : [],
    )
    .sort((a, b) => a.start - b.start);
  const startOf = (cue: { readonly start: number }) => cue.start;
  return csv(
    [
      'played',
      'written',
      'section',
      'pass',
      'bar of section',
      'meter',
      'quarters a minute',
      'starts (s)',
      'cues',
    ],
    timeline.bars.map((bar, index) => {
      const passage = timeline.passages[bar.passage]!;
      const speed = speedAt(timeline.tempo, bar.startTicks);
      const end = timeline.bars[index + 1]?.startTicks ?? timeline.ticks;
      const from = lastAtOrBefore(cues, bar.startTicks - 1, startOf) + 1;
      const to = lastAtOrBefore(cues, end - 1, startOf) + 1;
      return [
        bar.played,
        bar.written,
        passage.name,
        passage.pass,
        bar.played - passage.firstPlayed + 1,
        meterText(bar.meter),
        speed ? round(perMinuteAt(speed, 'quarter')) : '',
        round(bar.startSeconds),
        cues
          .slice(from, to)
          .map(({ words }) => words)
          .join(' / '),
      ];
    }),
  );
};

/** The songs of a set: when each is counted in, its bar 1, its end. */
export const songsTable = ({ songs }: Program): string =>
  csv(
    ['song', 'title', 'starts (s)', 'bar 1 (s)', 'ends (s)', 'starts', 'bars', 'length'],
    songs.map(({ title, start, barOne, end, timeline }, index) => [
      index + 1,
      title,
      round(start),
      round(barOne),
      round(end),
      clock(start),
      timeline.bars.length,
      clock(end - start),
    ]),
  );
