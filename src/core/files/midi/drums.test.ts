import { Midi } from '@tonejs/midi';
import { articulationOf } from '../../music/kit';
import { perform } from '../../playing/performance';
import { soloProgram } from '../../song/set';
import { compile } from '../../song/timeline';
import { parseShorthand } from '../../text/shorthand';
import { exportMidi, readMidi, writeMidi } from '.';

let count = 0;
const fileOf = (text: string, click = true) => {
  const { map, problems } = parseShorthand(text, (where) => `${where}${++count}`);
  expect(problems).toEqual([]);
  const timeline = compile(map);
  const notes = perform(map, timeline);
  const file = exportMidi('Song', soloProgram('Song', timeline), { click, drums: [notes] });
  return { timeline, notes, file, midi: new Midi(writeMidi(file)) };
};

const SONG = `song 126, in 4/4, count 4
groove G = hh 8ths 4&:o, sn >2 (2a) 4:x, bd 1 2& 3, rd 1:b
A: 4, groove G, feel swung eighths 2:1
B: 4, groove G, tempo 126 > 150; fermata 3.1 2 s; cue 2.1 listen "horns" check`;

test('an independent reader finds every stroke at its time, with its key and its force', () => {
  const { timeline, notes, midi } = fileOf(SONG);
  const drums = midi.tracks.find(({ name }) => name === 'Drums')!;
  expect(notes.length).toBeGreaterThan(90);
  expect(drums.notes).toHaveLength(notes.length);
  const sorted = (list: { time: number; key: number; force: number }[]) =>
    list.sort((a, b) => a.time - b.time || a.key - b.key);
  const heard = sorted(
    drums.notes.map(({ time, midi: key, velocity }) => ({ time, key, force: velocity })),
  );
  const meant = sorted(
    notes.map((note) => ({
      time: note.seconds + timeline.countIn.seconds,
      key: articulationOf(note.voice, note.how).key,
      force: note.force,
    })),
  );
  meant.forEach((note, index) => {
    // A ramp is written in steps, so that between them a swung stroke is off by less than this.
    expect(Math.abs(heard[index]!.time - note.time)).toBeLessThan(0.001);
    expect(heard[index]!.key).toBe(note.key);
    expect(Math.abs(heard[index]!.force - note.force)).toBeLessThan(1 / 100);
  });
});

test('click and drums are tracks of their own, and either can be left out', () => {
  const names = (click: boolean) => fileOf(SONG, click).midi.tracks.map(({ name }) => name);
  expect(names(true).filter(Boolean)).toEqual(expect.arrayContaining(['Click', 'Drums']));
  expect(names(false)).not.toContain('Click');
});

test('no two notes of a key overlap, and what is written is read back the same', () => {
  const { file } = fileOf(
    'song 200, in 4/4, count 4\ngroove G = sn 64ths 1:u, bd 32nds\nA: 2, groove G',
  );
  const read = readMidi(writeMidi(file));
  expect(read).toEqual({ ok: true, value: file });
  for (const { events } of file.tracks) {
    const sounding = new Set<number>();
    for (const { event } of events) {
      if (event.type === 'note-on') {
        expect(sounding.has(event.key)).toBe(false);
        sounding.add(event.key);
      } else if (event.type === 'note-off') sounding.delete(event.key);
    }
    expect(sounding.size).toBe(0);
  }
});

// Standard MIDI Files 1.0, RP-001: FF 07 is a cue point.
test('a cue is a cue point at its place', () => {
  const { file, timeline } = fileOf(SONG);
  const cues = file.tracks[0]!.events.filter(
    ({ event }) => event.type === 'text' && event.kind === 'cue-point',
  );
  expect(cues).toHaveLength(1);
  expect(cues[0]?.event).toMatchObject({ text: 'horns' });
  // Four beats of count and five bars before it, 960 ticks a beat.
  expect(cues[0]?.ticks).toBe((4 + 5 * 4) * 960);
  expect(timeline.bars).toHaveLength(8);
});
