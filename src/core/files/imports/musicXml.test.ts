import fc from 'fast-check';
import { parseDocument } from '../../base/document';
import { type Meter, meterText } from '../../music/time';
import { type RoadMap, roadMapKind } from '../../song/roadmap';
import { compile } from '../../song/timeline';
import { forms } from '../../testing';
import { parseShorthand, roadMapFrom } from '../../text/shorthand';
import { chartAsMusicXml } from '../musicxml';
import { songFromMusicXml } from './musicXml';

let made = 0;
const song = (text: string): RoadMap => {
  const { map, problems } = parseShorthand(text, (where) => `${where}${++made}`);
  expect(problems).toEqual([]);
  return map;
};
const read = (xml: string) => {
  const answer = songFromMusicXml(xml, 'file');
  if (!answer.ok) throw new Error(answer.problem.message);
  expect(parseDocument(roadMapKind, answer.value.map)).toMatchObject({ ok: true });
  return answer.value;
};
const meterOf = ({ numerator, denominator }: Meter) => meterText({ numerator, denominator });
const facts = (map: RoadMap) => {
  const { bars, passages } = compile(map);
  return {
    meters: bars.map(({ meter }) => meterOf(meter)),
    names: bars.map(({ passage }) => passages[passage]!.name),
  };
};

test.each([
  ['sections', 'Intro: 4\nVerse: 16\nChorus: 7'],
  ['times', 'Intro: 4\nVerse: 8, x 3'],
  ['endings', 'repeat 3:\nVerse: 8\nending 1 2:\nTurn: 5\nending 3:\nLast: 2\nend\nOut: 2'],
  [
    'tempos',
    'song 96, in 4/4, count 4\nA: 4\nrepeat 2:\nB: 4, tempo 120\nending 1:\nC: 2, tempo 60\nending 2:\nD: 3\nend\nE: 2',
  ],
  ['meters', 'song 132, in 7/8, count 7\nRiff: 4, x 2\nWaltz: 8, in 6/8\nBells: 4, in 5/4'],
  ['fermatas', 'Verse: 8; fermata 5.1 3 s "nod"; fermata 2.3 2.5 s\nOut: 2; fermata end 4 s'],
  ['two fermatas at one place', 'Verse: 8; fermata 5.1 3 s; fermata 5.1 1.2 s\nOut: 2'],
  ['ramps', 'song 96, in 4/4, count 4\nA: 8, tempo > 144\nB: 4, tempo > 60 by time\nC: 2'],
  ['timeChanges', 'Verse: 8; bar 5 in 3/4 tempo 96; bar 7 in 4/4\nOut: 2'],
])('%s come back from MusicXML bar by bar', (_, text) => {
  const map = song(text);
  const back = read(chartAsMusicXml(map, 'Song')).map;
  expect(facts(back)).toEqual(facts(map));
  const [before, after] = [compile(map).bars, compile(back).bars];
  after.forEach(({ startSeconds }, index) => {
    expect(startSeconds).toBeCloseTo(before[index]!.startSeconds, 3);
  });
});

test('fermatas come back with their length and what is waited for, and the tempo around them as it was', () => {
  const map = song(
    'song 96, in 4/4, count 4\nVerse: 8; fermata 5.1 3 s "nod"; fermata 2.3 2.5 s\nOut: 2; fermata end 4 s',
  );
  const { map: back, guessed } = read(chartAsMusicXml(map, 'Song'));
  const held = ({ fermatas }: RoadMap) =>
    Object.values(fermatas)
      .map(({ at, seconds, cue }) => [at?.bar, at?.ticks, seconds, cue])
      .sort();
  expect(held(back)).toEqual(held(map));
  expect(Object.values(back.sections).map(({ tempo }) => tempo)).toEqual([null, null]);
  expect(back.start.tempo).toEqual({ perMinute: 96, unit: 'quarter' });
  expect(guessed).toEqual([]);
});

test('count-in and pickup come back, whatever their length', () => {
  for (const lead of ['count 4', 'count 6, pickup 2', 'count 8', 'count 0, pickup 3']) {
    const map = song(`song 96, in 4/4, ${lead}\nA: 2`);
    const { start } = read(chartAsMusicXml(map, 'Song')).map;
    expect([lead, start.countIn, start.pickup, start.firstBar]).toEqual([
      lead,
      map.start.countIn,
      map.start.pickup,
      1,
    ]);
  }
});

test('a row of ever other tempos comes back as the ramp it was', () => {
  const map = song('song 96, in 4/4, count 4\nA: 8, tempo > 144\nB: 4');
  const { map: back } = read(chartAsMusicXml(map, 'Song'));
  expect(Object.values(back.timeChanges)).toEqual([]);
  expect(Object.values(back.sections)[0]!.tempo).toMatchObject({ kind: 'ramp', from: 96, to: 144 });
});

test('a fermata whose length nobody says is a cue, and a question', () => {
  const note = (sign: string) =>
    `<note><rest/><duration>2</duration>${sign && `<notations>${sign}</notations>`}</note>`;
  const { map, guessed } = read(
    score(
      `<measure number="7"><attributes><divisions>1</divisions></attributes>${note('')}${note('<fermata/>')}</measure>`,
    ),
  );
  expect(Object.values(map.fermatas)).toEqual([]);
  expect(Object.values(map.cues)).toMatchObject([{ words: 'fermata', at: { bar: 1 } }]);
  expect(guessed).toEqual(['How long the fermata in measure 7 lasts is not said: it is a cue.']);
});

test('endings come back folded as they were written', () => {
  const { map } = read(
    chartAsMusicXml(
      song('repeat 3:\nVerse: 8\nending 1 2:\nTurn: 5\nending 3:\nLast: 2\nend'),
      'Song',
    ),
  );
  expect(Object.values(map.repeats)).toMatchObject([{ times: 3 }]);
  expect(Object.values(map.endings).map(({ passes }) => passes)).toEqual([
    { only: [1, 2] },
    { only: [3] },
  ]);
  expect(Object.values(map.sections).map(({ bars }) => bars)).toEqual([8, 5, 2]);
});

/** XML keeps neither control characters nor spaces at the ends of a name. */
const plainlyNamed = (map: RoadMap): RoadMap => ({
  ...map,
  sections: Object.fromEntries(
    Object.entries(map.sections).map(([id, section]) => [id, { ...section, name: `Part ${id}` }]),
  ),
});

test('generated forms come back with every bar and name', () => {
  fc.assert(
    fc.property(forms.map(plainlyNamed), (map) => {
      expect(facts(read(chartAsMusicXml(map, 'Song')).map)).toEqual(facts(map));
    }),
    { numRuns: 60, seed: 8 },
  );
});

const measure = (inside: string) =>
  `<measure>${inside}<note><rest measure="yes"/></note></measure>`;
const score = (measures: string, head = '<part-name>Drums</part-name>') =>
  `<score-partwise version="4.0"><part-list><score-part id="P1">${head}</score-part></part-list><part id="P1">${measures}</part></score-partwise>`;
const mark = (name: string) =>
  `<direction><direction-type><rehearsal>${name}</rehearsal></direction-type></direction>`;
const names = (xml: string) => {
  const { passages } = compile(read(xml).map);
  return passages.map(({ name, bars }) => `${name} ${bars}`).join(', ');
};

// How a reader follows the signs: common practice, no source.
test('D.C. al Fine, D.S. al Coda: the jump is written out and said', () => {
  const sound = (attribute: string) => `<sound ${attribute}/>`;
  expect(
    names(
      score(
        measure(mark('A')) +
          measure(sound('fine="yes"')) +
          measure(mark('B')) +
          measure(sound('dacapo="yes"')),
      ),
    ),
  ).toBe('A 2, B 2, A 2');
  const coda = read(
    score(
      measure(mark('A')) +
        measure(mark('B') + sound('segno="s"')) +
        measure(sound('tocoda="c"')) +
        measure(mark('C') + sound('dalsegno="s"')) +
        measure(mark('Coda') + sound('coda="c"')),
    ),
  );
  expect(compile(coda.map).passages.map(({ name, bars }) => `${name} ${bars}`)).toEqual([
    'A 1',
    'B 2',
    'C 1',
    'B 2',
    'Coda 1',
  ]);
  expect(coda.guessed).toEqual([
    'The jump back is written out; repeats are not taken again after it.',
  ]);
});

test('tempos by sound, and by a metronome mark with its beat unit', () => {
  const metronome =
    '<direction><direction-type><metronome><beat-unit>quarter</beat-unit><beat-unit-dot/><per-minute>72</per-minute></metronome></direction-type></direction>';
  const time = '<attributes><time><beats>6</beats><beat-type>8</beat-type></time></attributes>';
  expect(read(score(measure(time + metronome))).map.start).toMatchObject({
    tempo: { perMinute: 72, unit: 'dotted-quarter' },
    meter: { numerator: 6, denominator: 8 },
  });
});

test('a tempo that nobody could play is passed over', () => {
  const metronome = (perMinute: string) =>
    `<direction><direction-type><metronome><beat-unit>quarter</beat-unit><per-minute>${perMinute}</per-minute></metronome></direction-type></direction>`;
  expect(read(score(measure(metronome('99999')))).map.start.tempo.perMinute).toBe(120);
  expect(read(score(measure('<sound tempo="0"/>'))).map.start.tempo.perMinute).toBe(120);
  expect(read(score(measure('<sound tempo="6"/>'))).map.start.tempo).toEqual({
    perMinute: 24,
    unit: 'sixteenth',
  });
});

test('drums are read by their instruments and by where they stand, and become a groove', () => {
  const note = (inside: string, duration = 1) =>
    `<note>${inside}<duration>${duration}</duration></note>`;
  const at = (step: string, octave: number, more = '') =>
    `<unpitched><display-step>${step}</display-step><display-octave>${octave}</display-octave></unpitched>${more}`;
  const bar = `<measure><attributes><divisions>1</divisions></attributes>${[0, 1, 2, 3]
    .map((beat) =>
      beat % 2 === 0
        ? note(`${at('F', 4)}<instrument id="kick"/>`)
        : note(at('C', 5)) + note(`<chord/>${at('G', 5)}<notehead>x</notehead>`),
    )
    .join('')}</measure>`;
  const { map } = read(
    score(
      bar.repeat(4),
      '<part-name>Kit</part-name><midi-instrument id="kick"><midi-channel>10</midi-channel><midi-unpitched>37</midi-unpitched></midi-instrument>',
    ),
  );
  const [groove] = Object.values(map.patterns);
  expect(groove!.bass.map(({ at: place }) => place)).toEqual([0, 40_320]);
  expect(groove!.snare.map(({ at: place }) => place)).toEqual([20_160, 60_480]);
  expect(groove!.hihat.map(({ at: place }) => place)).toEqual([20_160, 60_480]);
});

const refused = (xml: string) => {
  const answer = songFromMusicXml(xml, 'file');
  return answer.ok ? 'read' : answer.problem.message;
};

test.each<[string, RegExp]>([
  ['<!DOCTYPE x [<!ENTITY a "b">]><score-partwise/>', /entities of its own/],
  ['<!DOCTYPE x [<!ENTITY a SYSTEM "file:///etc/passwd">]><x>&a;</x>', /entities of its own/],
  [`${'<a>'.repeat(10_000)}`, /nested too deep/],
  ['<score-timewise/>', /no part/],
  ['<opus/>', /It is a “opus”, not a score/],
  ['<score-partwise/>', /no part/],
  ['not xml at all', /^Line 1, column 1: it is not well formed/],
  ['<score-partwise>\n<part></score-partwise>', /^Line 2, column \d+: it is not well formed/],
  [score(measure('')).slice(0, -40), /^Line 1, column \d+: it is not well formed/],
  ['<a/><b/>', /two files in one/],
  ['<a>\n\u0007</a>', /^Line 2, column 1: a character that no text has/],
  [
    score(measure('<attributes><divisions>0</divisions></attributes>')),
    /Measure 1 divides a quarter into 0/,
  ],
  [
    score(measure('<attributes><divisions>-4</divisions></attributes>')),
    /Measure 1 divides a quarter into -4/,
  ],
  ['', /nothing in it/],
  [score(''), /no measure/],
])('%# is refused in a sentence', (xml, sentence) => {
  expect(refused(xml)).toMatch(sentence);
});

test('a document type of the usual kind is passed over, and marks are text', () => {
  const xml = `<?xml version="1.0"?><!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd">${score(measure(mark('A &lt;b&gt; &amp; C')))}`;
  expect(names(xml)).toBe('A <b> & C 1');
});

test('a score whose first measure has a number is counted from there; a pickup or a word is not', () => {
  const first = (number: string) => {
    const xml = chartAsMusicXml(roadMapFrom('song 120, in 4/4, count 0\nA: 2'), 'Song');
    const read = songFromMusicXml(
      xml.replace('<measure number="1"', `<measure number="${number}"`),
      'file',
    );
    return read.ok && read.value.map.start.firstBar;
  };
  expect(['1', '106', '0', 'X1', '1.5', '99999'].map(first)).toEqual([1, 106, 1, 1, 1, 1]);
});
