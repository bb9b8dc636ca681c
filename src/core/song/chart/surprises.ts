import { beatTicks, type Meter, meterText } from '../../music/time';
import {
  countedAs,
  detailsBySection,
  formOf,
  isOdd,
  NO_DETAILS,
  passesWords,
  positionText,
  type Resolved,
  type RoadMap,
  resolve,
  type Section,
  type TempoChange,
  writtenOrder,
} from '../roadmap';
import { barAtTicks, type PlacedDetail, type Timeline, writtenMeters } from '../timeline';
import { variationWords } from './rows';
import { listed, placeWords, spanText } from './words';

/** One thing that catches out somebody who has never played the song. */
export type Surprise = {
  readonly kind: Kind;
  readonly sentence: string;
  /** The played bar that it is about. */
  readonly bar: number;
};

/**
 * How surprising each kind is, from what deputies say went wrong (common practice, no source): first
 * what shifts everything behind it, then what is heard by all, then what is only impolite.
 */
const WEIGHTS = {
  'pass-length': 100,
  'odd-length': 95,
  'no-drums': 92,
  vamp: 90,
  'count-in': 89,
  'not-over': 88,
  meter: 86,
  tempo: 84,
  stop: 78,
  pass: 74,
  'no-crash': 72,
  feel: 70,
  end: 64,
  push: 60,
  unsure: 56,
  'no-click': 50,
} as const;

type Kind = keyof typeof WEIGHTS;

/** So many lines can be read between two songs. */
export const MOST_SURPRISES = 6;
/** A second line of one kind surprises so much less than the first. */
const LESS = 22;

type Song = {
  readonly map: RoadMap;
  readonly timeline: Timeline;
  readonly sections: readonly (Section & { readonly whole: Resolved; readonly bar: number })[];
};

type Look = (song: Song) => Surprise[];

/**
 * What will catch out somebody who has never played the song: the most surprising first.
 *
 * @returns at most six lines
 */
export const surprisesOf = (map: RoadMap, timeline: Timeline): Surprise[] => {
  const first = new Map<string, number>();
  for (const { section, firstPlayed } of timeline.passages)
    if (!first.has(section)) first.set(section, firstPlayed);
  const sections = writtenOrder(formOf(map)).flatMap((section) => {
    const bar = first.get(section.id);
    return bar === undefined ? [] : [{ ...section, whole: resolve(map, section), bar }];
  });
  const song = { map, timeline, sections };
  const seen = new Map<Kind, number>();
  return LOOKS.flatMap((look) => look(song))
    .map((one) => {
      const before = seen.get(one.kind) ?? 0;
      seen.set(one.kind, before + 1);
      return { one, weight: WEIGHTS[one.kind] - before * LESS };
    })
    .sort((a, b) => b.weight - a.weight || a.one.bar - b.one.bar)
    .slice(0, MOST_SURPRISES)
    .map(({ one }) => one);
};

/** Sections that are alike in something, as one sentence. */
const together = (
  kind: Kind,
  found: readonly { readonly name: string; readonly bar: number; readonly said: string }[],
  sentence: (names: string, said: string, several: boolean) => string,
): Surprise[] => {
  const groups = new Map<string, { names: Set<string>; bar: number; count: number }>();
  for (const { name, bar, said } of found) {
    const group = groups.get(said) ?? { names: new Set<string>(), bar, count: 0 };
    group.names.add(name);
    groups.set(said, { ...group, count: group.count + 1 });
  }
  return [...groups].map(([said, { names, bar, count }]) => ({
    kind,
    bar,
    sentence: sentence(listed([...names]), said, count > 1 && names.size > 1),
  }));
};

const oddLengths: Look = ({ sections }) =>
  together(
    'odd-length',
    sections
      .filter(({ whole }) => isOdd(whole.bars, whole.phrase))
      .map(({ name, bar, whole: { bars, phrase } }) => ({
        name,
        bar,
        said: `${bars} bars (${countedAs(bars, phrase)})`,
      })),
    (names, said, several) => `${names} ${several ? 'have' : 'has'} ${said}.`,
  );

/** What differs by pass: other lengths shift all that comes after them. */
const passes: Look = ({ map, sections }) => {
  const details = detailsBySection(map);
  return sections.flatMap(({ id, name, bar }) =>
    (details.get(id) ?? NO_DETAILS).variations.map(
      (one): Surprise => ({
        kind: one.bars === null ? 'pass' : 'pass-length',
        bar,
        sentence: `${name}, ${passesWords(one.passes)}: ${variationWords(map, one)}.`,
      }),
    ),
  );
};

/** Passages in a row through which the drums rest. */
const noDrums: Look = ({ timeline: { passages } }) => {
  const found: Surprise[] = [];
  for (let at = 0; at < passages.length; at++) {
    if (!passages[at]?.tacet) continue;
    const from = at;
    while (passages[at + 1]?.tacet) at++;
    const silent = passages.slice(from, at + 1);
    const bars = silent.reduce((sum, { bars: length }) => sum + length, 0);
    const names = listed([...new Set(silent.map(({ name }) => name))]);
    const next = passages[at + 1];
    const bar = silent[0]?.firstPlayed ?? 1;
    const length = `${bars} bar${bars === 1 ? '' : 's'}`;
    found.push({
      kind: 'no-drums',
      bar,
      sentence: !next
        ? `It ends without drums, in ${names} (${length}).`
        : from === 0
          ? `The drums come in with ${next.name}, after ${length}.`
          : `No drums in ${names} (${length}); in again with ${next.name}.`,
    });
  }
  return distinct(found);
};

/** Once where the same comes by several times. */
const distinct = (found: readonly Surprise[]): Surprise[] =>
  [...new Map([...found].reverse().map((one) => [one.sentence, one])).values()].reverse();

const vamps: Look = ({ map, timeline, sections }) => [
  ...sections
    .filter(({ vamp }) => vamp)
    .map(
      ({ name, vamp, bar }): Surprise => ({
        kind: 'vamp',
        bar,
        sentence: `${name} goes on until ${vamp?.cue || 'the cue'}.`,
      }),
    ),
  ...Object.values(map.repeats)
    .filter(({ vamp }) => vamp)
    .flatMap(({ id, vamp }): Surprise[] => {
      const inside = timeline.passages.find(({ trail }) => trail.some((one) => one.repeat === id));
      return inside
        ? [
            {
              kind: 'vamp',
              bar: inside.firstPlayed,
              sentence: `From ${inside.name} it goes round until ${vamp?.cue || 'the cue'}.`,
            },
          ]
        : [];
    }),
];

/** A fermata in the second half is taken for the end, unless it stands in the last bar. */
const fermatas: Look = ({ timeline }) =>
  timeline.fermatas
    .filter(
      ({ ticks: at }) => at > timeline.ticks / 2 && at < (timeline.bars.at(-1)?.startTicks ?? 0),
    )
    .map(({ ticks: at, passage }): Surprise => {
      const next = timeline.passages[passage + 1]?.name;
      return {
        kind: 'not-over',
        bar: barAtTicks(timeline, at)?.played ?? 1,
        sentence: `It is not over after the fermata in ${timeline.passages[passage]?.name}${next ? `: ${next} comes` : ''}.`,
      };
    });

/** Other meters than the one that the song begins in. */
const meters: Look = ({ map, sections }) => {
  const details = detailsBySection(map);
  const usual = bare(map.start.meter);
  return [
    ...together(
      'meter',
      sections
        .filter(({ meter }) => meter && bare(meter) !== usual)
        .map(({ name, bar, meter }) => ({ name, bar, said: meterText(meter ?? map.start.meter) })),
      (names, said, several) => `${names} ${several ? 'are' : 'is'} in ${said}.`,
    ),
    ...sections.flatMap(({ id, name, bar }) =>
      (details.get(id) ?? NO_DETAILS).timeChanges.flatMap((one): Surprise[] =>
        one.meter
          ? [
              {
                kind: 'meter',
                bar: bar + one.bar - 1,
                sentence: `${name}: ${meterText(one.meter)} from its bar ${one.bar} on.`,
              },
            ]
          : [],
      ),
    ),
  ];
};

const bare = ({ numerator, denominator }: Meter): string => `${numerator}/${denominator}`;

const tempos: Look = ({ map, sections }) => {
  const details = detailsBySection(map);
  return sections.flatMap(({ id, name, bar, tempo }) => [
    ...(tempo ? [tempoSurprise(name, bar, tempo)] : []),
    ...(details.get(id) ?? NO_DETAILS).timeChanges.flatMap((one) =>
      one.tempo ? [tempoSurprise(`${name}, bar ${one.bar}`, bar + one.bar - 1, one.tempo)] : [],
    ),
  ]);
};

const tempoSurprise = (where: string, bar: number, tempo: TempoChange): Surprise => ({
  kind: 'tempo',
  bar,
  sentence:
    tempo.kind === 'held'
      ? `${where}: the tempo is ${tempo.perMinute} from here on.`
      : `${where}: the tempo goes ${tempo.from === null ? '' : `from ${tempo.from} `}to ${tempo.to}.`,
});

const half: Look = ({ sections }) => {
  const other = sections.filter(({ whole }) => whole.feel.backbeat !== 'normal');
  if (other.length === sections.length) return [];
  return together(
    'feel',
    other.map(({ name, bar, whole }) => ({ name, bar, said: whole.feel.backbeat })),
    (names, said, several) => `${names} ${several ? 'are' : 'is'} ${said}.`,
  );
};

type Placed<K extends PlacedDetail['kind']> = Extract<PlacedDetail, { kind: K }>;

/** Details of a kind, each the first time it comes by, with where that is in words. */
const firstOf = <K extends PlacedDetail['kind']>({ map, timeline }: Song, kind: K) => {
  const meterOf = writtenMeters(map);
  const seen = new Set<string>();
  return timeline.details.flatMap((one) => {
    if (one.kind !== kind || seen.has(one.detail.id)) return [];
    seen.add(one.detail.id);
    const passage = timeline.passages[one.passage];
    const bar = barAtTicks(timeline, one.startTicks);
    if (!passage || !bar) return [];
    const place = one.kind === 'fill' ? one.detail.from : one.detail.at;
    const meter = meterOf.get(passage.section)?.(place.bar) ?? bar.meter;
    const { passes: on } = one.detail;
    return [
      {
        placed: one as Placed<K>,
        passage,
        meter,
        bar: bar.played,
        where: `${passage.name}, ${placeWords(place, meter)}${on ? `, ${passesWords(on)}` : ''}`,
      },
    ];
  });
};

const hits: Look = (song) =>
  firstOf(song, 'hit').flatMap(({ placed, passage, meter, bar, where }): Surprise[] => {
    const { kind, at } = placed.detail;
    if (kind === 'stop') return stop(song, placed, { bar, where, meter });
    if (kind === 'no-crash') {
      const start = at.bar === 1 && at.ticks === 0;
      return [
        {
          kind: 'no-crash',
          bar,
          sentence: start
            ? `No crash at the beginning of ${passage.name}.`
            : `No crash in ${where}.`,
        },
      ];
    }
    return kind === 'push' ? [{ kind: 'push', bar, sentence: `Push in ${where}.` }] : [];
  });

/** A silence of so many beats in the second half is taken for the end. */
const LIKE_AN_END = 4;

/** The stop that is the end is not said here. */
const stop = (
  { timeline }: Song,
  { startTicks, endTicks }: Placed<'hit'>,
  { bar, where, meter }: { readonly bar: number; readonly where: string; readonly meter: Meter },
): Surprise[] => {
  const length = endTicks - startTicks;
  if (endTicks >= timeline.ticks) return [];
  const ends = startTicks > timeline.ticks / 2 && length >= LIKE_AN_END * beatTicks(meter);
  const next = timeline.passages.find((one) => one.startTicks >= endTicks)?.name;
  return [
    {
      kind: ends ? 'not-over' : 'stop',
      bar,
      sentence: `Stop in ${where}, for ${spanText(timeline, startTicks, endTicks)}${ends ? `; it is not over${next ? `, ${next} comes` : ''}` : ''}.`,
    },
  ];
};

/** Fills that lead to no crash, where everybody expects one. */
const softLandings: Look = (song) =>
  firstOf(song, 'fill')
    .filter(({ placed }) => placed.detail.lands === 'nothing')
    .map(({ bar, where }) => ({
      kind: 'no-crash',
      bar,
      sentence: `No crash after the fill in ${where}.`,
    }));

const unsure: Look = (song) =>
  firstOf(song, 'cue')
    .filter(({ placed }) => placed.detail.byEar)
    .map(({ placed, bar, where }) => ({
      kind: 'unsure',
      bar,
      sentence: `Nobody is sure yet: ${placed.detail.words} (${where}).`,
    }));

/** A count that is not one or two bars, or music before bar 1. */
const countIn: Look = ({ map: { start } }) => {
  const { countIn: beats, pickup, meter } = start;
  const usual = beats % meter.numerator === 0 && beats <= 2 * meter.numerator && pickup === 0;
  if (usual && beats > 0) return [];
  const count = beats === 0 ? 'There is no count-in' : `The count-in is ${plural(beats)}`;
  const then =
    pickup > 0 ? `${beats === 0 ? '; ' : ', then '}${plural(pickup)} are played before bar 1` : '';
  return [
    { kind: 'count-in', bar: 1, sentence: `${count}${then}.`.replace('1 beat are', '1 beat is') },
  ];
};

const plural = (beats: number): string => `${beats} beat${beats === 1 ? '' : 's'}`;

const noClick: Look = ({ sections }) => {
  const without = sections.filter(({ click }) => !click);
  return without.length === sections.length
    ? []
    : together(
        'no-click',
        without.map(({ name, bar }) => ({ name, bar, said: '' })),
        (names) => `No click in ${names}.`,
      );
};

/** How it ends, where it does not just stop after its last bar. */
const ending: Look = (song) => {
  const { timeline } = song;
  const last = timeline.passages.at(-1);
  const lastBar = timeline.bars.at(-1);
  if (!last || !lastBar) return [];
  const say = (sentence: string): Surprise[] => [{ kind: 'end', bar: lastBar.played, sentence }];
  if (last.tacet) return [];
  const fermata = timeline.fermatas.find(({ ticks }) => ticks >= lastBar.startTicks);
  if (fermata)
    return say(
      `It ends on a fermata${fermata.cue ? `, until ${fermata.cue}` : ` of ${fermata.seconds} s`}.`,
    );
  const inLast = timeline.details.filter(({ startTicks }) => startTicks >= lastBar.startTicks);
  const hit = inLast.findLast(
    (one): one is Placed<'hit'> => one.kind === 'hit' && one.detail.kind !== 'no-crash',
  );
  if (hit) {
    const beat = positionText(
      { bar: 1, ticks: hit.startTicks - lastBar.startTicks },
      lastBar.meter,
    ).slice(2);
    return say(`It ends with a ${hit.detail.kind} on ${beat} of the last bar.`);
  }
  const fades = timeline.details.some(
    (one) =>
      one.kind === 'cue' &&
      one.detail.kind === 'fade' &&
      one.passage === timeline.passages.length - 1,
  );
  return fades ? say(`It fades in ${last.name}.`) : [];
};

const LOOKS: readonly Look[] = [
  oddLengths,
  passes,
  noDrums,
  vamps,
  fermatas,
  meters,
  tempos,
  half,
  hits,
  softLandings,
  unsure,
  countIn,
  noClick,
  ending,
];
