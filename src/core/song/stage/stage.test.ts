import { seconds } from '../../music/time';
import { roadMapFrom } from '../../text/shorthand';
import { program, soloProgram } from '../set';
import { compile } from '../timeline';
import { type Moment, momentAt, stageSong } from '.';

// At 120 in 4/4 a beat lasts 0.5 s, a bar 2 s, a count of four as long.
const SONG = `song 120, in 4/4, count 4
groove Low = bd 1
groove High = sn 2
Verse: 4, level 2, groove Low, timekeeper closed; cue 3.1 listen "fiddle"; fill last.3 "round"
Chorus: 2, x 3, level 4, groove High; hit 1.1 "horns" on 2
Talk: 2, vamp "Odile nods", level 1
Bridge: 2, tacet, in 3/4, feel half-time
Out: 2, tempo 60, level 3 > 5; fermata last.3 2 s "bow"`;

const read = (text: string, title = 'Low water') => {
  const map = roadMapFrom(text);
  const timeline = compile(map);
  return { title, timeline, stage: stageSong(title, map, timeline) };
};

const at = (time: number, text = SONG): Moment => {
  const { title, timeline, stage } = read(text);
  return momentAt(soloProgram(title, timeline), [stage], seconds(2 + time));
};

const song = (time: number, text?: string) => {
  const moment = at(time, text);
  if (moment.phase !== 'song') throw new Error(moment.phase);
  return moment;
};

test('the count says its beat and what follows it', () => {
  expect(at(-2)).toMatchObject({ phase: 'count', beat: 1, beats: 4, pickup: false });
  expect(at(-0.5)).toMatchObject({ phase: 'count', beat: 4, next: { name: 'Verse', bars: 4 } });
});

test('a bar says how many are left, this one included, and what is played', () => {
  expect(song(0)).toMatchObject({
    name: 'Verse',
    pass: '',
    barsLeft: 4,
    bars: 4,
    bar: 1,
    beat: 1,
    beats: 4,
    level: 'p',
    groove: 'Low',
    how: 'hats closed',
    tempo: 120,
    time: '0:00 of 0:35',
    elapsed: '0:02',
    pattern: 'patterns1',
  });
  expect(song(7.9)).toMatchObject({ barsLeft: 1, bar: 4, beat: 4 });
});

test('repeats are counted as drummers count them', () => {
  expect(song(8)).toMatchObject({ name: 'Chorus', pass: '1 of 3', barsLeft: 2 });
  expect(song(12)).toMatchObject({ name: 'Chorus', pass: '2 of 3', barsLeft: 2 });
  expect(song(18)).toMatchObject({ name: 'Chorus', pass: '3 of 3', barsLeft: 1 });
});

test('what comes is counted down in bars, then in beats, then it is now', () => {
  const coming = (time: number) => song(time).coming;
  expect(coming(0)).toEqual({ words: 'listen: fiddle', when: 'in 2 bars' });
  expect(coming(2)).toEqual({ words: 'listen: fiddle', when: 'in 4 beats' });
  expect(coming(3.4)).toEqual({ words: 'listen: fiddle', when: 'in 2 beats' });
  expect(coming(3.6)).toEqual({ words: 'listen: fiddle', when: 'in 1 beat' });
  expect(coming(4.05)).toEqual({ words: 'listen: fiddle', when: 'now' });
  expect(coming(4.2)).toEqual({ words: 'fill round, 2 beats', when: 'in 6 beats' });
});

test('what is for one pass only comes on that pass; what is far off is not said yet', () => {
  expect(song(9).coming).toEqual({ words: 'hit horns, the second time', when: 'in 2 bars' });
  expect(song(0, 'song 120, in 4/4, count 4\nA: 12; cue 10.1 watch "nod"').coming).toBeUndefined();
  expect(song(2, 'song 120, in 4/4, count 4\nA: 12; cue 10.1 watch "nod"').coming).toMatchObject({
    when: 'in 8 bars',
  });
});

test('the next section says its length, level, groove, first action and what changes', () => {
  expect(song(0).next).toEqual({
    name: 'Chorus 1/3',
    bars: 2,
    level: 'f',
    groove: 'High',
    first: '',
    changes: '',
  });
  expect(song(8).next).toMatchObject({ name: 'Chorus 2/3', first: 'hit horns, the second time' });
  expect(song(21).next).toMatchObject({
    name: 'Bridge',
    level: 'no drums',
    groove: '',
    changes: '3/4, half-time',
  });
  expect(song(25).next).toMatchObject({ name: 'Out', level: 'mf < ff', changes: 'tempo 60' });
});

test('a vamp and a fermata say what is waited for', () => {
  expect(song(21)).toMatchObject({ name: 'Talk', until: 'until Odile nods' });
  // Bridge lasts 3 s, then at 60 the fermata is before the seventh beat of Out.
  expect(song(20 + 4 + 3 + 6.5)).toMatchObject({ name: 'Out', until: 'held until bow' });
  expect(song(0).until).toBe('');
});

test('where the drums rest there is no level, and the meter is that of the bar', () => {
  expect(song(24.1)).toMatchObject({ name: 'Bridge', level: '', groove: '', beats: 3, tempo: 120 });
  expect(song(27.5)).toMatchObject({ name: 'Out', tempo: 60 });
});

test('between two songs the next one is introduced; after the last it is over', () => {
  const one = read('song 120, in 4/4, count 4\nA: 2', 'One');
  const two = read('song q. 64, in 6/8, count 6, pickup 2\nIntro: 7, level 1\nB: 4', 'Two');
  const set = program([
    { ...one, gap: { kind: 'seconds', seconds: 10 } },
    { ...two, gap: { kind: 'seconds', seconds: 0 } },
  ]);
  const moment = (time: number) => momentAt(set, [one.stage, two.stage], seconds(time));
  expect(moment(5)).toMatchObject({ phase: 'song', title: 'One', song: 0 });
  expect(moment(8)).toMatchObject({
    phase: 'before',
    song: 1,
    title: 'Two',
    facts: expect.stringMatching(/^64 dotted quarters a minute · 6\/8 · count 6 · pickup 2 · 0:/),
    begins: 'Intro, pp',
    surprises: [
      'Intro has 7 bars (4+3).',
      'The count-in is 6 beats, then 2 beats are played before bar 1.',
    ],
  });
  expect(moment(17)).toMatchObject({ phase: 'count', title: 'Two' });
  expect(moment(1000)).toEqual({ phase: 'over' });
});

test('a program without songs is over', () => {
  expect(momentAt(program([]), [], seconds(0))).toEqual({ phase: 'over' });
});

test('the groove that is said is the one in force, by pass and from a bar on', () => {
  const text =
    'song 120, in 4/4, count 4\ngroove Rock = hh 8ths\ngroove Bell = rd 8ths\nA: 4, x 2, groove Rock; from 3.1 groove "Bell" to 4.1; pass 2: groove Bell\nB: 2, groove Rock; from 1.1 groove "Bell"';
  const grooves = [1, 2, 3, 4, 5, 7].map((bar) => song((bar - 1) * 2 + 0.1, text).groove);
  expect(grooves).toEqual(['Rock', 'Rock', 'Bell', 'Rock', 'Bell', 'Bell']);
  expect(song(14, text).next).toMatchObject({ name: 'B', groove: 'Bell' });
  expect(song(2.1, text).coming).toMatchObject({ words: 'Bell, for 1 bar', when: 'in 4 beats' });
});
