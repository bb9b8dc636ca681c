import { songFromMidi } from '@/core/imports';
import { USUAL_LAYOUT } from '@/core/kit';
import { exportMidi, writeMidi } from '@/core/midi';
import { perform } from '@/core/performance';
import { soloProgram } from '@/core/set';
import { type Meter, meterText } from '@/core/time';
import { compile } from '@/core/timeline';
import { SALTREACH_SONGS } from './songs';

const songs = SALTREACH_SONGS.flatMap(({ title, arrangements }) =>
  arrangements.map(([name, map]) => [`${title}, ${name}`, map] as const),
);
const meterOf = ({ numerator, denominator }: Meter) => meterText({ numerator, denominator });

test('there are more than a dozen demo songs', () => expect(songs.length).toBeGreaterThan(12));

test.each(songs)('%s comes back from MIDI with every bar, meter, time and name', (title, map) => {
  const timeline = compile(map);
  const drums = [perform(map, timeline, USUAL_LAYOUT)];
  const file = exportMidi(title, soloProgram(title, timeline), { click: true, drums });
  const read = songFromMidi(writeMidi(file), 'file', 0.002);
  if (!read.ok) throw new Error(read.problem.message);
  const again = compile(read.value.map);
  expect(again.bars.map(({ meter }) => meterOf(meter))).toEqual(
    timeline.bars.map(({ meter }) => meterOf(meter)),
  );
  const off = again.bars.map(({ startSeconds }, index) =>
    Math.abs(startSeconds - timeline.bars[index]!.startSeconds),
  );
  expect(Math.max(...off)).toBeLessThan(0.003);
  expect(again.passages.map(({ name }) => name)).toEqual(timeline.passages.map(({ name }) => name));
});
