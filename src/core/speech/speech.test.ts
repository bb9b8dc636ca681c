import fc from 'fast-check';
import { type FullDesign, UNSAID } from '../click';
import { program, soloProgram } from '../set';
import { parseShorthand } from '../shorthand';
import { compile } from '../timeline';
import { announcements, guessedLength, placeSpeech, resampled, treat } from '.';

const ALL = { sayNames: true, sayCount: true, sayLast: true, sayCues: true } as const;
let made = 0;
const songOf = (text: string, said: Partial<FullDesign> = ALL) => {
  const { map, problems } = parseShorthand(text, (where) => `${where}${++made}`);
  expect(problems).toEqual([]);
  return compile({ ...map, click: { ...UNSAID, ...said } });
};
const spokenIn = (text: string, said?: Partial<FullDesign>) =>
  placeSpeech(announcements(soloProgram('Song', songOf(text, said))), guessedLength);
const words = (text: string, said?: Partial<FullDesign>) =>
  spokenIn(text, said).spoken.map(({ text: one }) => one);

test('six beats before a 4/4 bar are counted three, four, one, two, three, four', () => {
  expect(words('song 100, in 4/4, count 6\nVerse: 4', { sayCount: true })).toEqual([
    'three',
    'four',
    'one',
    'two',
    'three',
    'four',
  ]);
});

test('a number that is not over by the next beat is left to the sticks', () => {
  const { spoken, left } = spokenIn('song 240, in 4/4, count 4\nVerse: 4', { sayCount: true });
  expect(spoken).toEqual([]);
  expect(left).toHaveLength(4);
});

test('a section is named two bars ahead, and once however often it is played in a row', () => {
  const { spoken } = spokenIn(
    'song 120, in 4/4, count 4\nVerse: 8\nBridge: 4, x3\nOut: 1\nEnd: 4',
    {
      sayNames: true,
    },
  );
  expect(spoken.map(({ text, at }) => [text, at])).toEqual([
    ['Bridge in two', 2 + 12],
    ['Out in two', 2 + 36],
    ['End in two', expect.closeTo(2 + 38, 9)],
  ]);
});

test('the last bars of a long section, in the words of the voice', () => {
  const song = 'song 120, in 4/4, count 4\nSolo: 16\nEnd: 8';
  expect(words(song, { sayLast: true })).toEqual(['four more bars']);
  expect(words(song, { sayLast: true, voice: 'american' })).toEqual(['four more measures']);
});

test('a vamp counts down its expected times', () => {
  expect(
    words('song 120, in 4/4, count 4\nTalk: 4, x4, vamp "nod"\nEnd: 8', { sayLast: true }),
  ).toEqual(['three more times', 'two more times', 'last time']);
});

test('a cue is said a bar ahead, and a name gives way to it by being said earlier', () => {
  const { spoken } = spokenIn(
    'song 120, in 4/4, count 4\nVerse: 8; cue 7 listen "guitar comes in" lead 1 bars\nBridge: 4',
    { ...ALL, sayCount: false },
  );
  expect(spoken.map(({ text }) => text)).toEqual(['guitar comes in', 'Bridge in two']);
  expect(spoken[0]!.at).toBe(2 + 10);
});

test('nothing is ever said over something else, or over the place that it speaks of', () => {
  const announcement = fc
    .record({
      of: fc.constantFrom('cue' as const, 'last' as const, 'name' as const, 'count' as const),
      text: fc.string({ minLength: 1, maxLength: 40 }),
      place: fc.double({ min: 0, max: 60, noNaN: true }),
      early: fc.double({ min: 0, max: 6, noNaN: true }),
    })
    .map(({ early, ...one }) => ({ ...one, wish: Math.max(0, one.place - early) }));
  fc.assert(
    fc.property(fc.array(announcement, { maxLength: 40 }), (wanted) => {
      const all = wanted as unknown as ReturnType<typeof announcements>;
      const { spoken, left } = placeSpeech(all, guessedLength);
      expect(spoken.length + left.length).toBe(all.length);
      spoken.forEach(({ at, length, place }, index) => {
        expect(at).toBeGreaterThanOrEqual(0);
        expect(at + length).toBeLessThanOrEqual(place + 1e-6);
        const next = spoken[index + 1];
        if (next) expect(at + length).toBeLessThanOrEqual(next.at + 1e-6);
      });
    }),
    { seed: 11 },
  );
});

test('a set speaks song after song, in its own time', () => {
  const timeline = songOf('song 120, in 4/4, count 4\nVerse: 4\nEnd: 4', { sayNames: true });
  const gap = { kind: 'seconds', seconds: 10 } as const;
  const two = program([1, 2].map((one) => ({ title: `Song ${one}`, timeline, gap })));
  const { spoken } = placeSpeech(announcements(two), guessedLength);
  expect(spoken.map(({ at }) => at)).toEqual([2 + 4, 2 + 4 + 28]);
});

const tone = (hertz: number, rate: number, length: number) =>
  Float32Array.from({ length }, (_, index) => 0.3 * Math.sin((2 * Math.PI * hertz * index) / rate));

// A sine has a closed form: the resampled one is compared with it.
test('a tone at another rate is the same tone', () => {
  const there = resampled(tone(1000, 22_050, 22_050), 22_050, 48_000);
  expect(there).toHaveLength(48_000);
  const exact = tone(1000, 48_000, 48_000);
  const worst = there
    .subarray(500, 47_000)
    .reduce((most, value, index) => Math.max(most, Math.abs(value - exact[index + 500]!)), 0);
  expect(worst).toBeLessThan(0.001);
  expect(resampled(there, 48_000, 48_000)).toBe(there);
});

test('a voice loses the silence around it and gets its loudness', () => {
  const spoken = new Float32Array(22_050);
  spoken.set(tone(200, 22_050, 6000), 8000);
  const heard = treat(spoken, 22_050, 48_000);
  expect(heard.length / 48_000).toBeCloseTo(6000 / 22_050 + 0.004, 2);
  const power = heard.reduce((sum, value) => sum + value * value, 0);
  expect(Math.sqrt(power / heard.length)).toBeCloseTo(0.16, 2);
  expect(treat(new Float32Array(100), 22_050, 48_000)).toHaveLength(0);
});
