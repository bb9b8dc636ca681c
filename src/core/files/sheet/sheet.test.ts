import fc from 'fast-check';
import { joinSet, program, STRAIGHT_ON } from '../../song/set';
import { compile } from '../../song/timeline';
import { forms, roadMapOf } from '../../testing';
import { parseShorthand } from '../../text/shorthand';
import {
  barsTable,
  message,
  readSongFile,
  setMessage,
  songFileJsonSchema,
  songsTable,
  writeSongFile,
} from '.';

let count = 0;
const song = (text: string) => parseShorthand(text, (where) => `${where}${++count}`).map;
const SONG = song(`song 120, in 4/4, count 4
groove G = hh 8ths, sn 2 4, bd 1 3
part Verse = 2, level 3, groove G
repeat 2:
  Verse: part Verse; cue 2.1 listen "=horns, \\"now\\"" by "Odile"
end
Out: 1, tempo 60, tacet`);

test('every played bar is a row with its numbers and its exact start', () => {
  const [heading, ...rows] = barsTable(compile(SONG)).trimEnd().split('\r\n');
  expect(heading).toBe(
    'played,written,section,pass,bar of section,meter,quarters a minute,starts (s),cues',
  );
  expect(rows).toHaveLength(5);
  expect(rows[2]).toBe('3,1,Verse,2,1,4/4,120,4,');
  expect(rows[4]).toBe('5,3,Out,1,1,4/4,60,8,');
});

// RFC 4180: fields with commas or quotes are quoted, quotes doubled, lines end with CR LF.
test('commas and quotes are quoted, and no cell begins a formula', () => {
  const table = barsTable(compile(SONG));
  expect(table).toContain(`"'=horns, ""now"""`);
  expect(table.replaceAll('\r\n', '')).not.toMatch(/[\r\n]/);
  const set = program([
    { title: '=1+1', timeline: compile(SONG), gap: { kind: 'seconds', seconds: 5 } },
    { title: '@sum', timeline: compile(SONG), gap: { kind: 'seconds', seconds: 0 } },
    // A spreadsheet passes over spaces.
    { title: '  =1+1', timeline: compile(SONG), gap: { kind: 'seconds', seconds: 0 } },
  ]);
  const rows = songsTable(set).split('\r\n');
  // Two seconds of count, twelve of music, five of gap.
  expect(rows[1]).toBe(`1,'=1+1,0,2,14,0:00,5,0:14`);
  expect(rows[2]).toBe(`2,'@sum,19,21,33,0:19,5,0:14`);
  expect(rows[3]).toContain(`3,'  =1+1,`);
});

test('a message to the band says the form in plain lines', () => {
  expect(message('Low *Tide*', SONG, compile(SONG))).toBe(`# Low \\*Tide\\*

quarter = 120, 4/4, count 4, 5 bars, 0:12

What will catch you out:

- It ends without drums, in Out (1 bar).
- Out: the tempo is 60 from here on.

- **2 times (played from bar 1 and 3):**
  - **Verse** 2, mf, G
    - 2.1 listen: =horns, "now", from Odile
- **Out** 1, no drums, tempo 60
`);
});

test('a song read back from its file is the song, whatever its form', () => {
  fc.assert(
    fc.property(forms, (map) => {
      const text = writeSongFile('Song', [{ name: 'As recorded', map }]);
      const read = readSongFile(text);
      if (!read.ok) throw new Error(read.problem.message);
      expect(read.value.arrangements[0]?.map).toEqual(map);
      // Once it has been read its fields are in the schema’s order: from then on byte for byte.
      const again = writeSongFile('Song', read.value.arrangements);
      const twice = readSongFile(again);
      expect(twice.ok && writeSongFile('Song', twice.value.arrangements)).toBe(again);
    }),
  );
});

test('what a newer version has added to a record survives', () => {
  const text = writeSongFile('Song', [{ name: 'A', map: SONG }]).replace(
    '"countIn": 4',
    '"countIn": 4, "lights": "blue"',
  );
  const read = readSongFile(text);
  expect(read.ok && writeSongFile('Song', read.value.arrangements)).toContain('"lights": "blue"');
});

const damaged = (from: string, to: string) =>
  writeSongFile('Song', [{ name: 'A', map: SONG }]).replace(from, to);

test.each([
  ['', /not JSON/],
  ['{"format": "ebrant-song"', /not JSON/],
  ['[]', /expected object/i],
  ['{"format": "other"}', /no song of Ebrant/],
  ['['.repeat(10_000), /nested too deep/],
  [
    `{"format": "ebrant-song", "x": ${'{"a":'.repeat(5000)}1${'}'.repeat(5000)}}`,
    /nested too deep/,
  ],
  [damaged('"perMinute": 120', '"perMinute": 0'), /20 to 400/],
  [damaged('"title": "Song"', '"title": ""'), /needs a name/],
  // A repeat under another id than its own; found by the damaged bytes below.
  [damaged('"id": "repeats', '"id": "other'), /another id than its own/],
  [
    damaged('"version": 1,\n "title"', '"version": 9,\n "title"').replace(
      '"bars": 2',
      '"bars": -2',
    ),
    /newer version/,
  ],
])('%#: a damaged file is refused in a sentence', (text, sentence) => {
  const read = readSongFile(text);
  expect(read.ok).toBe(false);
  if (!read.ok) expect(read.problem.message).toMatch(sentence);
});

test('a key that would reach into other objects is dropped', () => {
  const text = damaged('"title": "Song"', '"__proto__": {"polluted": true}, "title": "Song"');
  expect(readSongFile(text).ok).toBe(true);
  expect(({} as { polluted?: boolean }).polluted).toBeUndefined();
});

test('any bytes at all are answered, never thrown at', () => {
  const whole = writeSongFile('Song', [{ name: 'A', map: SONG }]);
  fc.assert(
    fc.property(
      fc.nat({ max: whole.length }),
      fc.string({ unit: 'binary', maxLength: 4 }),
      (at, text) => {
        expect(typeof readSongFile(whole.slice(0, at) + text + whole.slice(at + 1)).ok).toBe(
          'boolean',
        );
      },
    ),
    { numRuns: 500 },
  );
});

test('the JSON Schema names the records of a road map', () => {
  const schema = JSON.stringify(songFileJsonSchema());
  for (const word of ['sections', 'repeats', 'patterns', 'countIn', 'hihat'])
    expect(schema).toContain(`"${word}"`);
});

test('a set as a message: songs in order, when they begin, how they are counted, what is changed', () => {
  const map = roadMapOf([{ bars: 30 }]);
  const shared = {
    kind: 'song',
    order: 'a0',
    arrangement: 'x',
    tempo: null,
    key: '',
    cuts: [],
    keeps: null,
  } as const;
  const items = [
    { ...shared, id: 'a', gap: { kind: 'talk', seconds: 20, words: 'Odile' } },
    {
      ...shared,
      id: 'b',
      gap: STRAIGHT_ON,
      key: 'B_flat',
      tempo: { kind: 'percent', percent: 50 },
    },
    { ...shared, id: 'c', gap: { kind: 'seconds', seconds: 0 } },
  ] as unknown as Parameters<typeof joinSet>[0];
  const { songs, program: joined } = joinSet(
    items,
    () => ({ title: 'Slack *Water*', map }),
    compile,
  );
  expect(setMessage('First set', songs, joined).split('\n')).toEqual([
    '# First set',
    '',
    '3 songs, 4:26',
    '',
    '1. **Slack \\*Water\\*** 0:00, quarter = 120, 4/4, count 4, then talk (Odile)',
    '2. **Slack \\*Water\\*** 1:22, quarter = 60, 4/4, count 4, in B\\_flat, straight on',
    '3. **Slack \\*Water\\*** 3:26, quarter = 120, 4/4, no count',
    '',
  ]);
});
