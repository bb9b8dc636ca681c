import { openSong, songFromMidi } from '@/core/files/imports';
import { exportMidi, writeMidi } from '@/core/files/midi';
import { chartAsMusicXml } from '@/core/files/musicxml';
import { USUAL_LAYOUT } from '@/core/music/kit';
import { type Meter, meterText } from '@/core/music/time';
import { perform } from '@/core/playing/performance';
import { soloProgram } from '@/core/song/set';
import { compile } from '@/core/song/timeline';
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

test.each(songs)(
  '%s comes back from its chart with every bar, meter, name and its grooves',
  (title, map) => {
    const read = openSong(new TextEncoder().encode(chartAsMusicXml(map, title)), 'file', 0.002);
    if (!read.ok) throw new Error(read.problem.message);
    const [timeline, again] = [compile(map), compile(read.value.arrangements[0]!.map)];
    expect(again.bars.map(({ meter }) => meterOf(meter))).toEqual(
      timeline.bars.map(({ meter }) => meterOf(meter)),
    );
    const nameOf = ({ bars, passages }: typeof timeline) =>
      bars.map(({ passage }) => passages[passage]!.name);
    expect(nameOf(again)).toEqual(nameOf(timeline));
    const off = again.bars.map(({ startSeconds }, index) =>
      Math.abs(startSeconds - timeline.bars[index]!.startSeconds),
    );
    expect(Math.max(...off)).toBeLessThan(0.005);
  },
);
