import fc from 'fast-check';
import { USUAL_LAYOUT, VOICE_IDS, voiceOf } from '../../music/kit';
import { FOUR_FOUR, patterns } from '../../music/kit/testing';
import { ticks } from '../../music/time';
import { program } from '../../song/set';
import { compile, secondsAt } from '../../song/timeline';
import { parseShorthand, roadMapFrom } from '../../text/shorthand';
import { renderDrum, soundName } from '../sound';
import { isHeard, LAYERS, type Note, perform, performInProgram, swung } from '.';

let count = 0;
const song = (text: string, layout = USUAL_LAYOUT) => {
  const { map, problems } = parseShorthand(text, (where) => `${where}${++count}`);
  expect(problems).toEqual([]);
  const timeline = compile(map);
  return { timeline, notes: perform(map, timeline, layout) };
};

const ROCK = `song 120, in 4/4, count 4
groove Rock = hh 8ths, sn >2 >4, bd 1 3
part Verse = groove Rock
`;
const times = (notes: readonly Note[], voice: string) =>
  notes.filter((note) => note.voice === voice).map((note) => Math.round(note.seconds * 1e6) / 1e6);

// At 120 in 4/4 a beat lasts half a second and a bar two.
test('a groove goes round, bar after bar, at the time of each bar', () => {
  const { notes } = song(`${ROCK}Verse: 2, part Verse`);
  expect(times(notes, 'bass')).toEqual([0, 1, 2, 3]);
  expect(times(notes, 'snare')).toEqual([0.5, 1.5, 2.5, 3.5]);
  expect(times(notes, 'hihat')).toHaveLength(16);
});

test('a pattern of two bars begins anew with each section', () => {
  const two = 'song 120, in 4/4, count 4\ngroove Two = bd 1 | bd 1 3\n';
  const { notes } = song(`${two}A: 3, groove Two\nB: 2, groove Two`);
  expect(times(notes, 'bass')).toEqual([0, 2, 3, 4, 6, 8, 9]);
});

test('a fill takes the place of the groove and lands on a crash with the foot', () => {
  const { notes } = song(
    `${ROCK.replace('part', 'fill Round, 2 beats = t1 3 3e 3& 3a, ft 4 4e 4& 4a\npart')}Verse: 2, part Verse; fill last.3 plays "Round"\nChorus: 1, part Verse`,
  );
  expect(times(notes, 'highTom')).toEqual([3, 3.125, 3.25, 3.375]);
  expect(times(notes, 'hihat').filter((at) => at >= 3 && at < 4)).toEqual([]);
  expect(times(notes, 'crash')).toEqual([4]);
  expect(times(notes, 'bass').filter((at) => at === 4).length).toBeGreaterThan(0);
  // The hand that crashes does not play the hat as well.
  expect(times(notes, 'hihat')).not.toContain(4);
});

test('a fill without room for its pattern keeps its end', () => {
  const { notes } = song(
    `${ROCK.replace('part', 'fill Round = sn 16ths\npart')}Verse: 2, part Verse; fill last.4 plays "Round" lands nothing`,
  );
  expect(times(notes, 'snare').filter((at) => at >= 3)).toEqual([3.5, 3.625, 3.75, 3.875]);
});

test.each([
  ['lands push', [3.75]],
  ['lands nothing', []],
  ['', []],
])('a fill that %s before “no crash” crashes at %j', (lands, crashes) => {
  const { notes } = song(
    `${ROCK}Verse: 2, part Verse; fill last.3 ${lands}\nChorus: 1, part Verse; no-crash 1.1`,
  );
  expect(times(notes, 'crash')).toEqual(crashes);
});

test('at a stop everybody is silent, through a rest the drums are', () => {
  const { notes } = song(
    `${ROCK}Verse: 2, part Verse; stop 2.1 to 2.3\nBreak: 2, part Verse, tacet`,
  );
  expect(notes.some(({ seconds }) => seconds >= 2 && seconds < 3)).toBe(false);
  expect(notes.some(({ seconds }) => seconds >= 4)).toBe(false);
  expect(notes.some(({ seconds }) => seconds >= 3 && seconds < 4)).toBe(true);
});

test('a band hit is struck by both hands and the foot, a choke is caught', () => {
  const { notes } = song(`${ROCK}Verse: 1, part Verse; hit 1.2&; choke 1.4`);
  const hit = notes.filter(({ from, seconds }) => from === 'hit' && seconds === 0.75);
  expect(new Set(hit.map(({ voice }) => voice))).toEqual(new Set(['crash', 'snare', 'bass']));
  expect(notes.find(({ after }) => after === 'choke')).toMatchObject({ seconds: 1.5 });
});

test('the off-beat of swung eighths lies at 2/3 of the beat at 2 : 1, at 3/4 at 3 : 1', () => {
  const quarter = 20_160;
  expect(swung(quarter / 2, { of: 'eighths', ratio: 2 })).toBeCloseTo((2 / 3) * quarter, 9);
  expect(swung(quarter / 2, { of: 'eighths', ratio: 3 })).toBeCloseTo((3 / 4) * quarter, 9);
  expect(swung(quarter / 4, { of: 'sixteenths', ratio: 2 })).toBeCloseTo(quarter / 3, 9);
  // What is written as a triplet is swung already.
  expect(swung((2 * quarter) / 3, { of: 'eighths', ratio: 2 })).toBe((2 * quarter) / 3);
  const { notes } = song(`${ROCK}Verse: 1, part Verse, feel swung eighths 2:1`);
  expect(times(notes, 'hihat').slice(0, 3)).toEqual([0, 0.333333, 0.5]);
});

test('swing never changes the order of strokes, nor where a pair begins', () => {
  fc.assert(
    fc.property(
      fc.constantFrom('eighths' as const, 'sixteenths' as const),
      fc.double({ min: 1, max: 4, noNaN: true }),
      (of, ratio) => {
        const places = Array.from({ length: 64 }, (_, index) => swung(index * 1260, { of, ratio }));
        for (let index = 1; index < places.length; index++)
          expect(places[index]).toBeGreaterThan(places[index - 1]!);
        for (let beat = 0; beat < 4; beat++) expect(places[beat * 16]).toBe(beat * 20_160);
      },
    ),
  );
});

test('what the timekeeper does is as the section says, from where it changes on', () => {
  const { notes } = song(
    `${ROCK}Verse: 2, part Verse, timekeeper half-open; from 2.1 timekeeper ride`,
  );
  const first = notes.filter(({ seconds }) => seconds < 2);
  expect(new Set(first.filter(({ voice }) => voice === 'hihat').map(({ how }) => how))).toEqual(
    new Set(['half-open']),
  );
  expect(times(notes, 'ride')).toHaveLength(8);
  expect(times(notes, 'hihat')).toHaveLength(8);
});

test('louder sections are played harder, a crescendo grows, ghosts stay far below accents', () => {
  const force = (text: string) => {
    const { notes } = song(`${ROCK}Verse: 4, part Verse, level ${text}`);
    return notes.filter(({ voice }) => voice === 'bass').map((note) => note.force);
  };
  expect(force('5')[0]).toBeGreaterThan(force('1')[0]! * 2);
  const growing = force('1 > 5');
  expect([...growing].sort((a, b) => a - b)).toEqual(growing);
  const { notes } = song(
    'song 120, in 4/4, count 4\ngroove G = sn (1) 2 >3, louder 1.4 to end\nA: 1, groove G',
  );
  const [ghost, plain, accent] = notes.map((note) => note.force);
  expect(ghost).toBeLessThan(plain! / 2);
  expect(accent).toBeGreaterThan(plain! * 1.2);
});

test('the variant that the player chose is played, but one that the section names is meant', () => {
  const text = `song 120, in 4/4, count 4
groove Full = hh 16ths, bd 1 2a 3
groove Light, easier of Full = hh quarters, bd 1 3
A: 1, groove Full
B: 1, groove Light`;
  const bars = (layout = USUAL_LAYOUT) => {
    const timekeeper = times(song(text, layout).notes, 'hihat');
    return [timekeeper.filter((at) => at < 2).length, timekeeper.filter((at) => at >= 2).length];
  };
  expect(bars()).toEqual([16, 4]);
  expect(bars({ ...USUAL_LAYOUT, plays: 'easier' })).toEqual([4, 4]);
});

test('in a longer bar the groove goes round once more; in a shorter one it is cut', () => {
  const { notes } = song(`${ROCK}Verse: 2, part Verse; bar 2 in 6/4`);
  expect(times(notes, 'bass')).toEqual([0, 1, 2, 3, 4]);
  const short = song(`${ROCK}Verse: 2, part Verse; bar 2 in 2/4`);
  expect(times(short.notes, 'bass')).toEqual([0, 1, 2]);
});

test('ornaments sound before their stroke, in the other hand', () => {
  const { notes } = song('song 120, in 4/4, count 4\ngroove F = sn 2:fR 4:d\nA: 1, groove F');
  expect(times(notes, 'snare')).toEqual([0.47, 0.5, 1.44, 1.47, 1.5]);
  expect(notes[0]).toMatchObject({ layer: 'ornaments', limbs: ['left hand'] });
  expect(notes[1]?.limbs).toEqual(['right hand']);
});

test('an open roll is played out in doubles up to the next stroke of its drum', () => {
  const { notes } = song('song 120, in 4/4, count 4\ngroove F = sn 1:wR 2:R\nA: 1, groove F');
  // 16 strokes a second: eight in half a second, then the stroke that ends it.
  expect(times(notes, 'snare')).toEqual([
    0, 0.0625, 0.125, 0.1875, 0.25, 0.3125, 0.375, 0.4375, 0.5,
  ]);
  expect(notes.map(({ limbs }) => limbs[0]?.[0]).join('')).toBe('rrllrrllr');
});

test('layers come in the order of learning, and one limb can be heard alone', () => {
  const { notes } = song(
    'song 120, in 4/4, count 4\ngroove G = hh 8ths, sn >2 (2a) >4, bd 1 3, hf 4\nA: 1, groove G',
  );
  const heardBy = (listening: Parameters<typeof isHeard>[1]) =>
    notes.filter((one) => isHeard(one, listening)).length;
  expect(heardBy({ layers: ['hands'] })).toBe(8);
  expect(heardBy({ layers: ['hands', 'backbeat'] })).toBe(10);
  expect(heardBy({ layers: ['hands', 'backbeat', 'kick'] })).toBe(13);
  expect(heardBy({ layers: LAYERS })).toBe(14);
  expect(heardBy({ limbs: ['right foot'] })).toBe(2);
  expect(heardBy({ limbs: [] })).toBe(0);
});

test('straight strokes lie exactly where the timeline puts their place, through ramps and holds', () => {
  const { timeline, notes } = song(
    `${ROCK}Verse: 4, part Verse, tempo 90 > 150; fermata 3.1 2 s\nOut: 3, part Verse, in 7/8 2+2+3`,
  );
  expect(notes.length).toBeGreaterThan(60);
  for (const one of notes)
    expect(one.seconds).toBeCloseTo(secondsAt(timeline.tempo, ticks(one.ticks)), 9);
  expect(
    notes.every(({ voice, limbs }) => limbs.every((limb) => limb.endsWith(voiceOf(voice).limb))),
  ).toBe(true);
});

test('the force of a plain stroke is the level’s: 0.32 at level 1, 0.8 at level 5', () => {
  const forces = [1, 2, 3, 4, 5].map(
    (level) =>
      song(`song 120, in 4/4, count 4\ngroove G = sn 1\nA: 1, groove G, level ${level}`).notes[0]
        ?.force,
  );
  expect(forces.map((one) => Number(one?.toFixed(6)))).toEqual([0.32, 0.44, 0.56, 0.68, 0.8]);
});

test('in a crescendo each stroke has the force of its place', () => {
  const { notes } = song(
    'song 120, in 4/4, count 4\ngroove G = sn 1 2 3 4\nA: 2, groove G, level 1 > 5',
  );
  notes.forEach(({ force }, beat) => {
    expect(force).toBeCloseTo(0.2 + 0.12 * (1 + (4 * beat) / 8), 6);
  });
});

// A swing of 2 : 1 is a triplet feel: the off-beat comes on the last third. Common practice.
test('swung off-beats come at two thirds of their pair, on-beats where they are', () => {
  const at = (feel: string, groove: string) =>
    song(`song 60, in 4/4, count 4\ngroove G = ${groove}\nA: 1, feel ${feel}, groove G`).notes.map(
      ({ seconds }) => Number((seconds % 4).toFixed(6)),
    );
  expect(at('swung eighths 2:1', 'hh 1 1& 2')).toEqual([0, 0.666667, 1]);
  expect(at('swung sixteenths 2:1', 'hh 1 1e 1& 1a 2')).toEqual([0, 0.333333, 0.5, 0.833333, 1]);
  expect(at('straight', 'hh 1 1& 2')).toEqual([0, 0.5, 1]);
});

test('the crash that a fill lands on is as loud as what it lands in', () => {
  const crash = (levels: string) => {
    const [from, to] = levels.split(' ');
    const { notes } = song(`song 120, in 4/4, count 4
groove G = sn 2 4
fill F, 1 beats = sn 4 4&
A: 2, groove G, level ${from}; fill last.4 plays F
B: 2, groove G, level ${to}`);
    return notes.find(({ voice }) => voice === 'crash')!.force;
  };
  expect(crash('1 5')).toBe(crash('5 5'));
  expect(crash('5 1')).toBe(crash('1 1'));
  expect(crash('1 5')).toBeGreaterThan(crash('5 1') * 1.5);
});

test('a choke with a place to end at rings until then, one without is caught at once', () => {
  const caught = (choke: string) =>
    song(`song 120, in 4/4, count 4\ngroove G = sn 2 4\nA: 2, groove G; ${choke}`).notes.find(
      ({ voice }) => voice === 'crash',
    )?.caught;
  expect(caught('choke 1.1 to 1.3')).toBe(1);
  expect(caught('choke 1.1')).toBeUndefined();
});

test('a hit within a crescendo is as loud as its place', () => {
  const { notes } = song(
    'song 120, in 4/4, count 4\ngroove G = sn 2 4\nA: 4, groove G, level 1 > 5; hit 1.1; hit 4.1',
  );
  const [first, last] = notes.filter(({ voice }) => voice === 'crash').map(({ force }) => force);
  expect(last!).toBeGreaterThan(first! * 1.4);
});

const struckAt = (notes: readonly Note[], at: number) =>
  notes
    .filter(({ seconds }) => Math.abs(seconds - at) < 1e-6)
    .map(({ voice }) => voice)
    .sort();

// Band figures as drummers set them up; common practice, no source.
test.each([
  ['hit 1.2&', 0.75, ['bass', 'crash', 'snare']],
  ['hit 1.2& plays crash', 0.75, ['crash']],
  ['hit 1.2& plays crash and bass', 0.75, ['bass', 'crash']],
  ['hit 1.2& plays snare and bass', 0.75, ['bass', 'hihat', 'snare']],
  ['hit 1.2& plays sticks', 0.75, ['hihat', 'sticks']],
  ['hit 1.2 plays accent', 0.5, ['hihat', 'snare']],
  // The backbeat under a hit is struck once.
  ['hit 1.2', 0.5, ['bass', 'crash', 'snare']],
])('%s strikes at %d s %j', (detail, at, voices) => {
  const { notes } = song(`${ROCK}Verse: 1, part Verse; ${detail}`);
  expect(struckAt(notes, at)).toEqual(voices);
});

test('an accent is what the groove plays, struck harder, and nothing else', () => {
  const plain = song(`${ROCK}Verse: 1, part Verse`).notes;
  const { notes } = song(`${ROCK}Verse: 1, part Verse; hit 1.3 plays accent`);
  expect(notes).toHaveLength(plain.length);
  const bass = (list: readonly Note[]) =>
    list.find(({ voice, seconds }) => voice === 'bass' && seconds === 1)!.force;
  expect(bass(notes)).toBeGreaterThan(bass(plain) * 1.2);
});

test('a push takes the place of the beat that it comes before, unless the beat is played as well', () => {
  const crashes = (detail: string) => song(`${ROCK}A: 2, part Verse; ${detail}`).notes;
  expect(struckAt(crashes('push 1.4&'), 2)).toEqual(['hihat']);
  expect(struckAt(crashes('push 1.4& and beat'), 2)).toEqual(['bass', 'hihat']);
  expect(struckAt(crashes('push 1.2&'), 1)).toEqual(['hihat']);
  // A fill that lands on a push as well.
  expect(struckAt(crashes('fill 1.3 lands push'), 1.75)).toEqual(['bass', 'crash']);
  expect(struckAt(crashes('fill 1.3 lands push'), 2)).toEqual(['hihat']);
});

test('hits come every bar, every second bar, or up to a bar', () => {
  const at = (every: string) =>
    times(song(`${ROCK}A: 4, part Verse; hit 1.2& ${every} plays crash`).notes, 'crash');
  expect(at('')).toEqual([0.75]);
  expect(at('every bar')).toEqual([0.75, 2.75, 4.75, 6.75]);
  expect(at('every second bar')).toEqual([0.75, 4.75]);
  expect(at('every bar to bar 3')).toEqual([0.75, 2.75, 4.75]);
});

const FIGURES = `${ROCK.replace('part', 'fill Two = sn 1 2\nfill Half, 2 beats = t1 3 4\npart')}`;

test('a hit of its own pattern takes the place of the groove for as long as that lasts', () => {
  const { notes } = song(`${FIGURES}A: 2, part Verse; hit 1.3 plays "Half"`);
  expect(times(notes, 'highTom')).toEqual([1, 1.5]);
  expect(times(notes, 'hihat').filter((at) => at >= 1 && at < 2)).toEqual([]);
  expect(times(notes, 'hihat').filter((at) => at >= 2)).toHaveLength(8);
});

test('a fill that does not say where it ends lasts as long as its pattern, or to the next bar line', () => {
  const hats = (detail: string) =>
    times(song(`${FIGURES}A: 4, part Verse; ${detail} lands nothing`).notes, 'hihat').length;
  // Of 32 eighths a written half bar takes four; what is not written takes none.
  expect(hats('fill 2.3 plays "Half"')).toBe(28);
  expect(hats('fill 2.4& plays "Half"')).toBe(28);
  expect(hats('fill 2.3 to end plays "Half"')).toBe(12);
  // A pattern of a whole bar stays in its bar.
  const whole = song(`${FIGURES}A: 4, part Verse; fill 2.1& plays "Two" lands nothing`).notes;
  expect(times(whole, 'snare').filter((at) => at >= 2 && at < 4)).toEqual([2.5]);
  expect(times(whole, 'hihat').filter((at) => at >= 2 && at < 4)).toEqual([2]);
  const { timeline } = song(`${FIGURES}A: 4, part Verse; fill 2.4&`);
  const fill = timeline.details[0]!;
  expect(fill.endTicks - fill.startTicks).toBe(10_080);
});

test('fills, hits and sticks stand in the count-in and the pickup, in bar 0', () => {
  const counted = 'fill Sticks, 4 beats = st quarters\nfill In, 2 beats = sn 3 4\n';
  const { notes } = song(
    `song 120, in 4/4, count 6\n${counted}A: 1, tacet; fill 0.3 to 1.1 plays "In" lands nothing; hit 0.2 plays sticks`,
  );
  expect(times(notes, 'sticks')).toEqual([-1.5]);
  expect(times(notes, 'snare')).toEqual([-1, -0.5]);
  // What would begin before the count-in is left out.
  const none = song(`song 120, in 4/4, count 0\n${counted}A: 1; hit 0.4`);
  expect(none.notes).toEqual([]);
});

test('in a section in the middle, bar 0 is the last bar of what comes before it', () => {
  const { notes } = song(
    `${FIGURES}A: 2, part Verse\nB: 2, part Verse, level 5; fill 0.3 plays "Half"`,
  );
  expect(times(notes, 'highTom')).toEqual([3, 3.5]);
  expect(times(notes, 'crash')).toEqual([4]);
});

const TWO_GROOVES = `song 120, in 4/4, count 4
groove Rock = hh 8ths, sn 2 4
groove Bell = rd 8ths, sn 2 4
groove Long = bd 1 | bd 1 3
`;

test('another groove from a bar on, for some bars, every so many, and by pass', () => {
  const rides = (detail: string) => [
    ...new Set(
      times(song(`${TWO_GROOVES}A: 8, groove Rock; ${detail}`).notes, 'ride').map(
        (at) => Math.floor(at / 2) + 1,
      ),
    ),
  ];
  expect(rides('from 5.1 groove "Bell"')).toEqual([5, 6, 7, 8]);
  expect(rides('from 3.1 groove "Bell" to 5.1')).toEqual([3, 4]);
  expect(rides('from last.1 groove "Bell"')).toEqual([8]);
  expect(rides('from 4.1 groove "Bell" to 5.1 every 4 bars')).toEqual([4, 8]);
  const { notes } = song(`${TWO_GROOVES}A: 2, x 2, groove Rock; pass 2: groove Bell`);
  expect(times(notes, 'ride')).toHaveLength(16);
  expect(Math.min(...times(notes, 'ride'))).toBe(4);
});

test('a change of groove begins with the first bar of the other, and in the middle of a bar at its place', () => {
  const { notes } = song(`${TWO_GROOVES}A: 6, groove Rock; from 4.1 groove "Long"`);
  expect(times(notes, 'bass')).toEqual([6, 8, 9, 10]);
  const half = song(`${TWO_GROOVES}A: 1, groove Rock; from 1.3 groove "Bell"`).notes;
  expect(times(half, 'hihat')).toEqual([0, 0.25, 0.5, 0.75]);
  expect(times(half, 'ride')).toEqual([1, 1.25, 1.5, 1.75]);
});

test('bars in the same manner sound as the groove, and what the hands hold is on every note', () => {
  const plain = song(`${TWO_GROOVES}A: 4, groove Rock`).notes;
  const free = song(`${TWO_GROOVES}A: 4, groove Rock; from 2.1 simile to 4.1`).notes;
  expect(free).toEqual(plain);
  const { notes } = song(
    `${TWO_GROOVES}A: 1, with brushes, snares off, groove Rock\nB: 1, groove Rock`,
  );
  expect(new Set(notes.slice(0, 8).map(({ sticks, snares }) => `${sticks} ${snares}`))).toEqual(
    new Set(['brushes off']),
  );
  expect(notes.at(-1)).toMatchObject({ sticks: 'sticks', snares: 'on' });
});

test('the timekeeper moves whatever keeps the time of a groove, the ride too; what says how it is struck stays', () => {
  const played = (timekeeper: string, pattern: string) => {
    const { notes } = song(
      `song 120, in 4/4, count 4\ngroove G = ${pattern}\nA: 1, groove G${timekeeper && `, timekeeper ${timekeeper}`}`,
    );
    return notes.map(({ voice, how }) => `${voice} ${how}`).join(', ');
  };
  expect(played('', 'rd quarters')).toBe(Array(4).fill('ride bow').join(', '));
  expect(played('crash', 'rd 1 2:b')).toBe('crash struck, ride bell');
  expect(played('open', 'rd 1 2:b')).toBe('hihat open, ride bell');
  expect(played('ride', 'hh 1 2:o')).toBe('ride bow, hihat open');
  // A single stroke of the ride in a groove on the hats is no timekeeper.
  expect(played('crash', 'hh 1 2 3, rd 4')).toBe(
    'crash struck, crash struck, crash struck, ride bow',
  );
});

test('a fill follows the hats of its section', () => {
  const { notes } = song(
    'song 120, in 4/4, count 4\ngroove G = bd 1\nfill F, 2 beats = hh 3, sn 4\nA: 1, groove G, timekeeper half-open; fill 1.3 plays "F" lands nothing',
  );
  expect(notes.find(({ voice }) => voice === 'hihat')?.how).toBe('half-open');
});

test('hats open gradually over a stretch that says where they are open', () => {
  const { notes } = song(
    'song 120, in 4/4, count 4\ngroove G = hh quarters\nA: 3, groove G, timekeeper closed; from 2.1 timekeeper open to 3.1',
  );
  expect(notes.map(({ opening }) => opening)).toEqual([
    undefined,
    undefined,
    undefined,
    undefined,
    0,
    0.25,
    0.5,
    0.75,
    1,
    1,
    1,
    1,
  ]);
  expect(notes.slice(4, 9).map(({ how }) => how)).toEqual([
    'closed',
    'half-open',
    'half-open',
    'open',
    'open',
  ]);
  const lengths = notes.slice(4, 9).map((note) => renderDrum(soundName(note), 48_000).length);
  expect([...lengths].sort((a, b) => a - b)).toEqual(lengths);
  expect(new Set(lengths).size).toBe(5);
  // Without a place to arrive it is a step.
  const step = song(
    'song 120, in 4/4, count 4\ngroove G = hh quarters\nA: 2, groove G; from 2.1 timekeeper open',
  );
  expect(step.notes[4]).toMatchObject({ how: 'open' });
  expect(step.notes[4]?.opening).toBeUndefined();
});

test('a song that is gone straight into plays nothing of its count-in, but its pickup', () => {
  const { map } = parseShorthand(
    'song 120, in 4/4, count 2, pickup 2\nfill In, 4 beats = sn quarters\nA: 2; fill 0.1 to 1.1 plays "In" lands nothing',
    (where) => `${where}${++count}`,
  );
  const timeline = compile(map);
  const gap = { kind: 'straight-on' as const };
  const { songs } = program([
    { title: 'One', timeline, gap },
    { title: 'Two', timeline, gap },
  ]);
  const [first, second] = songs.map((song) => performInProgram(map, song).length);
  expect([first, second]).toEqual([4, 2]);
});

test('as many strokes are played as a plain count of them comes to, graces and bars included', () => {
  const graces = { flam: 1, drag: 2, ruff: 3, buzz: 0 } as const;
  fc.assert(
    fc.property(patterns, fc.integer({ min: 1, max: 3 }), (pattern, rounds) => {
      const free = { ...pattern, kind: 'groove' as const, meter: FOUR_FOUR, beats: 4 };
      let counted = 0;
      const rows = Object.fromEntries(
        VOICE_IDS.map((id) => [
          id,
          pattern[id].flatMap((stroke) => {
            if (stroke.at >= 80_640 || stroke.ornament === 'roll') return [];
            counted += 1 + (stroke.ornament ? graces[stroke.ornament] : 0);
            return [stroke];
          }),
        ]),
      );
      const map = roadMapFrom(`song 90, in 4/4, count 4\nA: ${rounds}`);
      const [section] = Object.values(map.sections);
      const whole = {
        ...map,
        patterns: { p: { ...free, ...rows, id: 'p', of: null, variant: 'full' as const } },
        sections: { [section!.id]: { ...section!, groove: 'p' } },
      };
      const layout = { ...USUAL_LAYOUT, missing: [] };
      expect(perform(whole, compile(whole), layout)).toHaveLength(counted * rounds);
    }),
  );
});

test('what comes again in every bar of the longest song is looked up bar by bar, not one by one', () => {
  const { map } = parseShorthand(
    'song 200, in 4/4, count 4\ngroove G = hh 8ths, bd 1\ngroove H = rd 1\nfill F, 1 beats = sn 4\nrepeat 10:\nA: 2000, groove G; fill 1.4 every bar plays "F" lands nothing; from 1.2 groove "H" to 1.3 every bar; stop 1.3 to 1.3& every bar\nend',
    (where) => `${where}${++count}`,
  );
  const timeline = compile(map);
  expect(timeline.details).toHaveLength(60_000);
  const notes = perform(map, timeline);
  // In each bar: hats on 1, 1&, 3& and the foot on 1, then the fill; the ride has nothing on 2.
  expect(notes).toHaveLength(20_000 * 5);
});
