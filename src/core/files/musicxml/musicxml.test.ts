import fc from 'fast-check';
import { type Layout, USUAL_LAYOUT } from '../../music/kit';
import type { RoadMap } from '../../song/roadmap';
import { forms, roadMapOf } from '../../testing';
import { parseShorthand, roadMapFrom } from '../../text/shorthand';
import { chartAsMusicXml, measuresOf } from '.';
import { differenceFrom, type Independent, openIndependent, roundingOf, worstOf } from './testing';

let independent: Independent;
beforeAll(async () => {
  independent = await openIndependent();
}, 60_000);

const song = (text: string): RoadMap => {
  let count = 0;
  const { map, problems } = parseShorthand(text, () => `n${++count}`);
  expect(problems).toEqual([]);
  return map;
};

/** The reader rounds to whole milliseconds. */
const MILLISECOND = 0.001;

const difference = (map: RoadMap): number => differenceFrom(independent, map);

test.each([
  ['sections in a row', 'Intro: 4\nVerse: 16\nChorus: 7', 27],
  ['times of a section', 'Intro: 4\nVerse: 8, x 3', 12],
  ['a repeat', 'Intro: 4\nrepeat 3:\nVerse: 8\nChorus: 4\nend\nOut: 2', 18],
  ['two endings', 'repeat 2:\nVerse: 8\nending 1:\nTurn: 4\nending 2:\nOut: 2\nend', 14],
  [
    'an ending that serves two passes',
    'repeat 3:\nVerse: 8\nending 1 2:\nTurn: 5\nending 3:\nLast: 2\nend',
    15,
  ],
  [
    'three endings',
    'repeat 3:\nVerse: 4\nending 1:\nA: 1\nending 2:\nB: 2\nending 3:\nC: 3\nend',
    10,
  ],
])('%s unroll alike, and stay folded on the page', (_, text, written) => {
  const map = song(text);
  expect(difference(map)).toBeLessThan(MILLISECOND);
  expect(measuresOf(map).filter(({ isLead }) => !isLead)).toHaveLength(written);
});

test.each([
  ['a pass that is longer', 'repeat 3:\nVerse: 8\nChorus: 8; pass 2: 20\nend'],
  ['a pass without an ending', 'repeat 3:\nVerse: 8\nending 1 2:\nTurn: 5\nend\nLast: 2'],
  ['repeats in repeats', 'repeat 2:\nVerse: 4, x 2\nrepeat 2:\nLift: 2\nend\nend'],
  ['ramps', 'Verse: 8, x 2, tempo 96 > 144\nChorus: 4\nOut: 4, tempo > 60 by time'],
  ['time changes inside a section', 'Verse: 8; bar 5 in 3/4 tempo 96; bar 7 in 4/4\nOut: 2'],
  ['fermatas', 'Verse: 8; fermata 5.1 3 s; fermata last.3 2 s\nOut: 2; fermata end 4 s'],
  [
    'odd meters',
    'song 132, in 7/8 2+2+3, count 7\nRiff: 4, x 2\nWaltz: 8, in 6/8\nBells: 4, in 5/4',
  ],
])('%s are written so that they unroll alike', (_, text) => {
  expect(difference(song(text))).toBeLessThan(MILLISECOND);
});

/** The same forms with shorter sections: the independent reader engraves every bar. */
const short = forms.map(
  (map): RoadMap => ({
    ...map,
    sections: Object.fromEntries(
      Object.entries(map.sections).map(([id, section]) => [
        id,
        { ...section, bars: Math.ceil(section.bars! / 6), times: Math.min(2, section.times) },
      ]),
    ),
  }),
);

test('generated forms unroll alike to the millisecond', () => {
  fc.assert(
    fc.property(short, (map) => expect(difference(map)).toBeLessThan(roundingOf(map))),
    { numRuns: 80, endOnFailure: true, seed: 20_261_125 },
  );
}, 300_000);

test('any name is text in the file', () => {
  const map = roadMapOf([{ name: '<b>"A" & \u0007 🥁</b>', bars: 2 }]);
  expect(chartAsMusicXml(map, 'a < b')).toContain(
    '<rehearsal>&lt;b&gt;&quot;A&quot; &amp;  🥁&lt;/b&gt;</rehearsal>',
  );
  expect(difference(map)).toBeLessThan(MILLISECOND);
});

test('grooves and fills are notes where they are played: eighths, triplets, a fill over the bar', () => {
  const map = song(`song 120, in 4/4, count 0
groove Rock = hh 8ths, sn >2 >4, bd 1 3
groove Slow = rd 1 1+1/3 1+2/3 2 3 4, bd 1
A: 2, groove Rock
B: 1, groove Slow
C: 1, in 6/8, tempo q. 60`);
  const heard = independent(chartAsMusicXml(map, 'Song'), 'notes');
  const rock = [0, 1, 2, 3].flatMap((beat) => [beat, beat, beat + 0.5]);
  const slow = [0, 0, 1 / 3, 2 / 3, 1, 2, 3];
  const slashes = [0, 1, 2, 3, 4, 5].map((eighth) => 6 + eighth / 3);
  const expected = [
    ...[0, 4].flatMap((bar) => rock.map((beat) => (bar + beat) / 2)),
    ...slow.map((beat) => (8 + beat) / 2),
    ...slashes,
  ];
  expect(worstOf(expected, heard)).toBeLessThan(0.0011);
});

test('bars in the same manner are slashes, the shoulder a line, and numbers go on from the first bar', () => {
  const xml = chartAsMusicXml(
    song(
      'song 120, in 4/4, count 0, from bar 106, note "Goes on"\ngroove G = hh 1:^ 2 3:^ 4\nA: 3, groove G, note "Broad"; from 2.1 simile to 3.1',
    ),
    'Song',
  );
  const measures = xml.split('<measure ').slice(1);
  expect(measures.map((measure) => /number="(\d+)"/.exec(measure)?.[1])).toEqual([
    '106',
    '107',
    '108',
  ]);
  expect(measures.map((measure) => measure.split('<tenuto/>').length - 1)).toEqual([2, 0, 2]);
  expect(measures.map((measure) => measure.includes('<notehead>slash'))).toEqual([
    false,
    true,
    false,
  ]);
  expect(measures[0]).toContain('Broad');
  expect(measures[0]).toContain('Goes on');
  expect(measures[1]).toContain('in the same manner');
});

test('a fermata is a sign on what sounds up to it, and its length is said', () => {
  const xml = chartAsMusicXml(
    song(
      'song 120, in 4/4, count 0\ngroove G = hh 1 2 3 4, bd 1 3\nA: 1, groove G\nB: 1; fermata 1.1 2 s "nod"; fermata 1.3 1.5 s\nC: 1, tacet; fermata end 3 s',
    ),
    'Song',
  );
  const [held, slashes, rest] = xml.split('<measure ').slice(1);
  const signs = (measure = '') =>
    measure
      .split('<note>')
      .slice(1)
      .map((note) => note.includes('<fermata/>'));
  // Hats on four beats, then the bass drum.
  expect(signs(held)).toEqual([false, false, false, true, false, false, false, false]);
  expect(signs(slashes)).toEqual([false, true, false, false]);
  expect(signs(rest)).toEqual([true]);
  expect(held).toContain('<words>fermata 2 s: nod</words></direction-type><offset>80640</offset>');
});

test('count-in and pickup are measures of rests before the first, numbered apart', () => {
  const xml = chartAsMusicXml(song('song 120, in 3/4, count 4, pickup 2\nA: 1'), 'Song');
  const measures = xml.split('<measure ').slice(1);
  expect(
    measures.map((measure) => [
      /^number="(\w+)"/.exec(measure)?.[1],
      measure.includes('implicit="yes"'),
      measure.split('<rest/>').length - 1,
      /<rehearsal>([^<]+)/.exec(measure)?.[1],
    ]),
  ).toEqual([
    ['X1', true, 1, 'Count-in'],
    ['X2', true, 3, undefined],
    ['X3', true, 2, 'Pickup'],
    ['1', false, 0, 'A'],
  ]);
  expect(xml.split('<beats>3</beats>')).toHaveLength(2);
});

test('a score is written for the player’s kit', () => {
  const map = song('song 120, in 4/4, count 0\ngroove G = ch 1\nA: 1, groove G');
  const keys = (layout?: Layout) =>
    chartAsMusicXml(map, 'Song', layout && { layout }).match(/<instrument id="[^"]*"/g);
  expect(keys({ ...USUAL_LAYOUT, missing: [] })).not.toEqual(keys());
});

test('a compound meter is told in its pulse, groups as they are, and nothing without words', () => {
  const xml = chartAsMusicXml(
    roadMapFrom(
      'song q. 72, in 6/8, count 6\nA: 2\nB: 2, in 7/8 2+2+3, tempo q 120\nC: 2, in 7/8 3+2+2',
    ),
    'Song',
  );
  expect(xml).toContain(
    '<metronome><beat-unit>quarter</beat-unit><beat-unit-dot/><per-minute>72</per-minute></metronome>',
  );
  expect(xml).toContain('<metronome><beat-unit>quarter</beat-unit><per-minute>120</per-minute>');
  expect([...xml.matchAll(/<beats>([^<]+)</g)].map(([, beats]) => beats)).toEqual([
    '6',
    '2+2+3',
    '3+2+2',
  ]);
  expect(xml).not.toContain('<words/>');
});
