import { USUAL_LAYOUT } from '../../music/kit';
import { perform } from '../../playing/performance';
import { program, soloProgram } from '../../song/set';
import { compile } from '../../song/timeline';
import { parseShorthand } from '../../text/shorthand';
import { barsTable, songsTable } from '../sheet';
import { exportMidi, readMidi, writeMidi } from '.';

/** Files hold at the limits that docs/parts.md gives. */

let ids = 0;
const song = (text: string) => {
  const { map, problems } = parseShorthand(text, () => `s${++ids}`);
  expect(problems).toEqual([]);
  return { map, timeline: compile(map) };
};

const GROOVE = 'groove G = hh 8ths, sn 2 4, bd 1 3';

test('a song of 20,000 bars goes out as MIDI with every click and stroke, and as a table', () => {
  const { map, timeline } = song(`song 180, in 4/4, count 4\n${GROOVE}\nA: 2000, x 10, groove G`);
  expect(timeline.bars).toHaveLength(20_000);
  const drums = [perform(map, timeline, USUAL_LAYOUT)];
  const bytes = writeMidi(
    exportMidi('Long', soloProgram('Long', timeline), { click: true, drums }),
  );
  const read = readMidi(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const notes = read.value.tracks.map(
    ({ events }) => events.filter(({ event }) => event.type === 'note-on').length,
  );
  // Four clicks a bar and four counted; eight hats, two snares and two bass drums a bar.
  expect(notes).toEqual([0, 4 * 20_000 + 4, 12 * 20_000]);
  expect(barsTable(timeline).trimEnd().split('\r\n')).toHaveLength(20_001);
});

test('a song whose tempo steps on each beat of 20,000 bars is laid out', () => {
  const { timeline } = song('song 60, in 4/4, count 4\nA: 2000, x 10, tempo > 180 beat steps');
  expect(timeline.bars).toHaveLength(20_000);
  expect(timeline.seconds).toBeGreaterThan((20_000 * (4 * 60)) / 180);
});

test('a set of 300 songs goes out as MIDI and as a table', () => {
  const { map, timeline } = song(`song 120, in 4/4, count 4\n${GROOVE}\nA: 100, groove G`);
  const evening = program(
    Array.from({ length: 300 }, (_, index) => ({
      title: `Song ${index + 1}`,
      timeline,
      gap: { kind: 'seconds' as const, seconds: 5 },
    })),
  );
  const notes = perform(map, timeline, USUAL_LAYOUT);
  const drums = evening.songs.map(() => notes);
  const read = readMidi(writeMidi(exportMidi('Evening', evening, { click: true, drums })));
  if (!read.ok) throw new Error(read.problem.message);
  const struck = read.value.tracks.map(
    ({ events }) => events.filter(({ event }) => event.type === 'note-on').length,
  );
  expect(struck).toEqual([0, 300 * (4 * 100 + 4), 300 * 12 * 100]);
  expect(songsTable(evening).trimEnd().split('\r\n')).toHaveLength(301);
});
