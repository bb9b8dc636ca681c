import { seconds } from '@/core/music/time';
import { besideRecording, program, soloProgram } from '@/core/song/set';
import { compile } from '@/core/song/timeline';
import { roadMapFrom } from '@/core/text/shorthand';
import { wordsAt } from './words';

const timelineOf = (text: string) => compile(roadMapFrom(text));

// At 120 in 4/4 a bar lasts 2 s, and a count of four as long.
const solo = (...lines: string[]) =>
  soloProgram('Low Tide', timelineOf(['song 120, in 4/4, count 4', ...lines].join('\n')));

test('the count says how far it is, and what it leads to', () => {
  const song = solo('Intro: 4', 'Verse: 8');
  expect(wordsAt(song, seconds(0.6))).toEqual({
    position: 'Count 2 of 4',
    where: 'then Intro',
    time: '0:00 of 0:24',
  });
});

test('a bar says how many are left and what comes next', () => {
  const song = solo('Intro: 4', 'Verse: 8');
  // 2 s of count, then 2 bars and 2 beats.
  expect(wordsAt(song, seconds(2 + 5))).toEqual({
    position: 'Bar 3 · 3',
    where: 'Intro, 2 bars left, then Verse',
    time: '0:05 of 0:24',
  });
  expect(wordsAt(song, seconds(2 + 7)).where).toBe('Intro, last bar, then Verse');
  expect(wordsAt(song, seconds(2 + 23)).where).toBe('Verse, last bar, then the end');
});

test('a section that comes again says which time it is, a vamp what ends it', () => {
  const song = solo('repeat 2:', 'Verse: 2', 'end', 'Talk: 2, x 2, vamp "Odile nods"');
  expect(wordsAt(song, seconds(2 + 4)).where).toBe('Verse (2 of 2), 2 bars left, then Talk');
  expect(wordsAt(song, seconds(2 + 8)).where).toContain('vamp until Odile nods');
});

test('a fermata says until when, and where it goes on', () => {
  const song = solo('Out: 2; fermata 2.1 3 s "the nod"');
  expect(wordsAt(song, seconds(2 + 3))).toMatchObject({
    position: 'Fermata',
    where: 'until the nod, then bar 2 of Out',
  });
});

test('after the end a set says the next song; a song alone that it is over', () => {
  const one = timelineOf('song 120, in 4/4, count 4\nA: 2');
  const gap = { kind: 'seconds', seconds: 8 } as const;
  const set = program([
    { title: 'Low Tide', timeline: one, gap },
    { title: 'Nine Mile', timeline: one, gap },
  ]);
  expect(wordsAt(set, seconds(3)).where).toBe('Low Tide: A, 2 bars left, then the end');
  expect(wordsAt(set, seconds(8)).where).toBe('Low Tide: then Nine Mile');
  expect(wordsAt(soloProgram('Low Tide', one), seconds(9))).toMatchObject({
    position: 'End',
    where: 'the last bar is over',
  });
});

test('beside a recording what is before the count-in and behind the end is told by its clock', () => {
  const song = besideRecording('Low Tide', timelineOf('song 120, in 4/4, count 4\nA: 2'), 10, 40);
  expect(wordsAt(song, seconds(3))).toEqual({
    position: '0:03',
    where: 'of the recording, before the count-in',
    time: 'of 0:40',
  });
  expect(wordsAt(song, seconds(9)).position).toBe('Count 3 of 4');
  expect(wordsAt(song, seconds(11)).position).toBe('Bar 1 · 3');
  expect(wordsAt(song, seconds(30)).where).toBe('of the recording');
});
