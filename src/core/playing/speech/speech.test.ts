import fc from 'fast-check';
import { type FullClickSettings, NO_OVERRIDES } from '../../music/click';
import { seconds } from '../../music/time';
import { program, soloProgram } from '../../song/set';
import { compile } from '../../song/timeline';
import { parseShorthand } from '../../text/shorthand';
import { announcements, guessedLength, placeSpeech, resampled, treat } from '.';

const ALL = { sayNames: true, sayCount: true, sayLast: true, sayCues: true } as const;
let made = 0;
const songOf = (text: string, said: Partial<FullClickSettings> = ALL) => {
  const { map, problems } = parseShorthand(text, (where) => `${where}${++made}`);
  expect(problems).toEqual([]);
  return compile({ ...map, click: { ...NO_OVERRIDES, ...said } });
};
const spokenIn = (text: string, said?: Partial<FullClickSettings>) =>
  placeSpeech(announcements(soloProgram('Song', songOf(text, said))), guessedLength);
const words = (text: string, said?: Partial<FullClickSettings>) =>
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

/** How long each take of a number lasts, in seconds. */
const takes = (plain: number, short: number) => (line: { take: string }) =>
  line.take === 'short' ? short : plain;

test('a count is said whole: in short takes where the plain ones have no room, or not at all', () => {
  const counted = announcements(
    soloProgram('Song', songOf('song 200, in 4/4, count 4\nVerse: 4', { sayCount: true })),
  );
  // A beat at 200 lasts 0.3 s.
  const said = (plain: number, short: number, rate = 1) =>
    placeSpeech(counted, takes(plain, short), rate).spoken.map(({ take }) => take);
  expect(said(0.29, 0.2)).toEqual(['plain', 'plain', 'plain', 'plain']);
  expect(said(0.31, 0.2)).toEqual(['short', 'short', 'short', 'short']);
  expect(said(0.31, 0.31)).toEqual([]);
  // Half as fast again a beat lasts 0.2 s.
  expect(said(0.19, 0.1, 1.5)).toHaveLength(4);
  expect(said(0.25, 0.19, 1.5)).toEqual(['short', 'short', 'short', 'short']);
  const oneTooLong = placeSpeech(counted, ({ text }) => (text === 'three' ? 1 : 0.1));
  expect(oneTooLong.spoken).toEqual([]);
  expect(oneTooLong.left).toHaveLength(4);
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
    'song 120, in 4/4, count 4\nVerse: 8; cue 7 listen "guitar comes in" warn 1 bars\nBridge: 4',
    { ...ALL, sayCount: false },
  );
  expect(spoken.map(({ text }) => text)).toEqual(['guitar comes in', 'Bridge in two']);
  expect(spoken[0]!.at).toBe(2 + 10);
});

test('in two is said within half a bar of two bars ahead; earlier it is three, later no number', () => {
  const song = songOf('song 120, in 4/4, count 0\nVerse: 8\nBridge: 4', { sayNames: true });
  const [name] = announcements(soloProgram('Song', song));
  const cue = (at: number, length: number) => ({
    ...name!,
    of: 'cue' as const,
    wordings: [{ text: `cue of ${length}`, take: 'plain' as const, wish: seconds(at) }],
    place: seconds(at + length + 0.1),
  });
  const lengthOf = ({ text }: { text: string }) => Number(/\d+$/.exec(text)?.[0] ?? 0.5);
  const said = (...cues: ReturnType<typeof cue>[]) =>
    placeSpeech([...cues, name!], lengthOf).spoken.filter(({ of }) => of === 'name');
  // The Bridge begins at 16 s, two bars before it at 12 s.
  expect(said()).toMatchObject([{ text: 'Bridge in two', at: 12 }]);
  expect(said(cue(12, 2))).toMatchObject([{ text: 'Bridge in two', at: expect.closeTo(11.42, 9) }]);
  expect(said(cue(11, 2))).toMatchObject([{ text: 'Bridge in three', at: 10 }]);
  expect(said(cue(9, 4))).toMatchObject([{ text: 'Bridge', at: 14 }]);
});

test('at another rate words keep their length and are still over by their place', () => {
  const song = soloProgram(
    'Song',
    songOf('song 168, in 4/4, count 4\nA: 4\nB: 4\nTalk: 2, x4, vamp "nod"\nC: 4'),
  );
  const { spoken } = placeSpeech(announcements(song), guessedLength, 1.5);
  expect(spoken).toHaveLength(6);
  spoken.forEach(({ at, place, text, take }, index) => {
    const end = at + guessedLength({ text, take }) * 1.5;
    expect(end).toBeLessThanOrEqual(place + 1e-6);
    expect(end).toBeLessThanOrEqual((spoken[index + 1]?.at ?? place) + 1e-6);
  });
});

test('only what a vamp is expected to do is marked as expected', () => {
  const song = soloProgram(
    'Song',
    songOf('song 120, in 4/4, count 4\nTalk: 4, x4, vamp "nod"\nEnd: 16'),
  );
  const expected = announcements(song).filter((one) => one.expected);
  expect(expected.map(({ wordings }) => wordings[0]?.text)).toEqual([
    'three more times',
    'two more times',
    'last time',
  ]);
});

test('nothing is ever said over something else, or over the place that it speaks of', () => {
  const announcement = fc
    .record({
      of: fc.constantFrom('cue' as const, 'last' as const, 'name' as const, 'count' as const),
      text: fc.string({ minLength: 1, maxLength: 40 }),
      place: fc.double({ min: 0, max: 60, noNaN: true }),
      early: fc.double({ min: 0, max: 6, noNaN: true }),
    })
    .map(({ early, text, ...one }) => ({
      ...one,
      wordings: [{ text, take: 'plain', wish: Math.max(0, one.place - early) }],
    }));
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

test('a count aloud says each word on its place, shorter where there is little time, or leaves it out', () => {
  const timeline = songOf('song 60, in 4/4, count 4\nA: 1', {});
  const said = (step: number) => {
    const words = ['1', 'e', '&', 'a', '·', '2'];
    const aloud = words.map((word, index) => ({ seconds: seconds(index * step), word }));
    const wanted = announcements(soloProgram('A', timeline, aloud));
    return placeSpeech(wanted, ({ take }) => (take === 'short' ? 0.15 : 0.3)).spoken.map(
      ({ text, take, at }) => `${text} ${take} ${Math.round((at - 4) * 1e3) / 1e3}`,
    );
  };
  expect(said(0.4)).toEqual([
    'one plain 0',
    'ee plain 0.4',
    'and plain 0.8',
    'uh plain 1.2',
    'two plain 2',
  ]);
  expect(said(0.2)[1]).toBe('ee short 0.2');
  // At a tenth of a second only what has the dot after it, and the last, has room.
  expect(said(0.1)).toEqual(['uh short 0.3', 'two plain 0.5']);
});
