import { lastAtOrBefore } from '../../base/search';
import { plural } from '../../base/words';
import { removeRecord, setField } from '../../song/editing';
import {
  DETAILS,
  type DetailName,
  type Details,
  missingPasses,
  type Position,
  passesWords,
  type RoadMap,
} from '../../song/roadmap';
import { barAtTicks, type PlacedDetail, type Timeline } from '../../song/timeline';
import { type Check, named, type Remark, remark } from './remark';

type PlacedFill = Extract<PlacedDetail, { kind: 'fill' }>;
type PlacedHit = Extract<PlacedDetail, { kind: 'hit' }>;

const fillsOf = ({ details }: Timeline): PlacedFill[] =>
  details.filter((one): one is PlacedFill => one.kind === 'fill');
const hitsOf = ({ details }: Timeline): PlacedHit[] =>
  details.filter((one): one is PlacedHit => one.kind === 'hit');

const fillName = ({ detail }: PlacedFill, { patterns }: RoadMap): string => {
  const name = detail.name || patterns[detail.pattern ?? '']?.name;
  return name ? `The fill ${named(name)}` : 'A fill';
};

/** What begins a sentence, within one. */
const inSentence = (words: string): string =>
  words.replace(/^The|^A/, (word) => word.toLowerCase());

/** The played bar that a position lies in. */
const barAt = (timeline: Timeline, { startTicks, passage }: PlacedDetail): number =>
  barAtTicks(timeline, startTicks)?.played ?? passage;

/** Of what stands in order of time, all that begins at one place or later and before another. */
const beginning = <T extends PlacedDetail>(all: readonly T[], from: number, to: number): T[] => {
  const start = (one: T): number => one.startTicks;
  return all.slice(
    lastAtOrBefore(all, from - 1, start) + 1,
    lastAtOrBefore(all, to - 1, start) + 1,
  );
};

/** A fill that begins before another is over, whatever lies between them. */
const overlaps: Check = ({ map, timeline }) => {
  const fills = fillsOf(timeline);
  return fills.flatMap((fill, index) => {
    const before = lastAtOrBefore(fills, fill.endTicks - 1, ({ startTicks }) => startTicks);
    return fills.slice(index + 1, before + 1).map((next) => {
      const bar = barAt(timeline, next);
      return remark({
        code: 'overlap',
        about: [fill.detail.id, next.detail.id],
        passage: timeline.passages[next.passage],
        bar,
        sentence: `${fillName(next, map)} in bar ${bar} begins before ${inSentence(fillName(fill, map))} is over.`,
      });
    });
  });
};

/** A fill that begins in a stop, or with it: what falls into the stop is not played. */
const inStop: Check = ({ map, timeline }) => {
  const stops = hitsOf(timeline).filter(({ detail }) => detail.kind === 'stop');
  const fills = fillsOf(timeline);
  return stops.flatMap((stop) =>
    beginning(fills, stop.startTicks, stop.endTicks).map((fill) => {
      const bar = barAt(timeline, fill);
      const how = stop.startTicks === fill.startTicks ? 'with' : 'in';
      return remark({
        code: 'in-stop',
        about: [fill.detail.id, stop.detail.id],
        passage: timeline.passages[fill.passage],
        bar,
        sentence: `${fillName(fill, map)} in bar ${bar} begins ${how} a stop: what falls into the stop is not played.`,
      });
    }),
  );
};

/** A fill where the drums do not play, unless it leads out of there. */
const inTacet: Check = ({ map, timeline }) =>
  fillsOf(timeline).flatMap((fill) => {
    const passage = timeline.passages[fill.passage];
    if (!passage?.tacet || fill.endTicks >= passage.startTicks + passage.ticks) return [];
    const bar = barAt(timeline, fill);
    return [
      remark({
        code: 'tacet',
        about: [fill.detail.id],
        passage,
        bar,
        sentence: `${named(passage.name)} is tacet, but ${inSentence(fillName(fill, map))} is played in bar ${bar}.`,
      }),
    ];
  });

/** A fill that a hit or a stop falls into. */
const across: Check = ({ map, timeline }) => {
  const hits = hitsOf(timeline).filter(({ detail }) => detail.kind !== 'no-crash');
  return fillsOf(timeline).flatMap((fill) =>
    beginning(hits, fill.startTicks + 1, fill.endTicks).map((hit) => {
      const stop = hit.detail.kind === 'stop';
      const bar = barAt(timeline, hit);
      return remark({
        code: 'across',
        about: [fill.detail.id, hit.detail.id],
        passage: timeline.passages[fill.passage],
        bar,
        sentence: stop
          ? `${fillName(fill, map)} runs over the stop in bar ${bar}.`
          : `${fillName(fill, map)} plays through the ${hit.detail.kind} in bar ${bar}.`,
      });
    }),
  );
};

/** A fill that lands on a first beat where no crash is wanted. */
const noCrash: Check = ({ map, timeline }) => {
  const held = hitsOf(timeline).filter(({ detail }) => detail.kind === 'no-crash');
  return fillsOf(timeline).flatMap((fill) =>
    beginning(held, fill.endTicks, fill.endTicks + 1)
      .filter(() => fill.detail.lands === 'crash')
      .map((hit) =>
        remark({
          code: 'no-crash',
          about: [fill.detail.id, hit.detail.id],
          passage: timeline.passages[fill.passage],
          bar: barAt(timeline, hit),
          sentence: `${fillName(fill, map)} lands with a crash on bar ${barAt(timeline, hit)}, which is marked “no crash”.`,
          fix: {
            label: 'Land on nothing',
            operations: setField('fills', fill.detail.id, 'lands', 'nothing'),
          },
        }),
      ),
  );
};

const CALLED: Readonly<Record<DetailName, string>> = {
  fills: 'fill',
  hits: 'hit',
  grooveChanges: 'change of groove',
  dynamics: 'change of level or timekeeper',
  cues: 'cue',
  fermatas: 'fermata',
  timeChanges: 'change of meter or tempo',
  variations: 'difference',
};

const everyDetail = (map: Parameters<Check>[0]['map']) =>
  (Object.keys(DETAILS) as DetailName[]).flatMap((where) =>
    (Object.values(map[where]) as Details[DetailName][])
      .filter(({ section }) => map.sections[section])
      .map((detail) => ({ where, detail, section: map.sections[detail.section]! })),
  );

/** Something placed in a bar, or on a pass, that its section does not have. */
const notThere: Check = ({ map, timeline }) => {
  const passes = new Map<string, typeof timeline.passages>();
  for (const passage of timeline.passages) {
    passes.set(passage.section, [...(passes.get(passage.section) ?? []), passage]);
  }
  return everyDetail(map).flatMap(({ where, detail, section }): Remark[] => {
    const played = passes.get(section.id) ?? [];
    const say = (sentence: string) =>
      remark({
        code: 'gone',
        about: [detail.id, sentence],
        section: section.id,
        passage: played[0],
        sentence,
        fix: { label: 'Delete it', operations: [removeRecord(where, detail.id)] },
      });
    const missing = missingPasses(detail.passes, played.length);
    if (missing.length > 0 && played.length > 0) {
      return [
        say(
          `A ${CALLED[where]} in ${named(section.name)} is for ${passesWords({ only: missing })}, but the section is played ${played.length === 1 ? 'once' : `${played.length} times`}.`,
        ),
      ];
    }
    const longest = Math.max(...played.map(({ bars }) => bars));
    const bars = placesOf(detail).map(({ bar }) => Math.abs(bar));
    const beyond = bars.find((bar) => bar > longest);
    if (beyond === undefined || played.length === 0) return [];
    return [
      say(
        `A ${CALLED[where]} in ${named(section.name)} stands in bar ${beyond}; the section has ${plural(longest, 'bar')}.`,
      ),
    ];
  });
};

const placesOf = (detail: Details[DetailName]): Position[] => {
  const fields = detail as {
    at?: Position | null;
    from?: Position;
    to?: Position | 'end' | null;
    bar?: number;
  };
  const bar = typeof fields.bar === 'number' ? [{ bar: fields.bar, ticks: 0 }] : [];
  return [fields.at, fields.from, fields.to, ...bar].filter(
    (one): one is Position => typeof one === 'object' && one !== null,
  );
};

/** What would begin before the count-in does. */
const tooEarly: Check = ({ map, timeline }) => {
  const first = timeline.passages[0];
  return everyDetail(map).flatMap(({ where, detail, section }): Remark[] => {
    if (section.id !== first?.section || !placesOf(detail).some(({ bar }) => bar === 0)) return [];
    if (timeline.details.some((one) => one.detail.id === detail.id)) return [];
    return [
      remark({
        code: 'early',
        about: [detail.id],
        section: section.id,
        passage: first,
        sentence: `A ${CALLED[where]} before ${named(section.name)} would begin before the count-in does, and is left out; a longer count makes room for it.`,
      }),
    ];
  });
};

/** An accent where no groove is played that could be struck harder. */
const accentsNothing: Check = ({ map, timeline }) => {
  const changed = new Set(
    timeline.details.flatMap((one) =>
      one.kind === 'groove' && one.detail.groove ? [one.passage] : [],
    ),
  );
  return hitsOf(timeline).flatMap((hit): Remark[] => {
    const passage = timeline.passages[hit.passage];
    if (hit.detail.plays !== 'accent' || hit.detail.pattern !== null || !passage) return [];
    const plays = map.patterns[passage.groove ?? ''] || changed.has(hit.passage);
    if (!passage.tacet && plays) return [];
    const bar = barAt(timeline, hit);
    return [
      remark({
        code: 'accent',
        about: [hit.detail.id],
        passage,
        bar,
        sentence: `The accent in bar ${bar} is of the groove, but ${named(passage.name)} plays none: nothing is heard there.`,
        fix: {
          label: 'Everybody hits',
          operations: setField('hits', hit.detail.id, 'plays', 'everything'),
        },
      }),
    ];
  });
};

/** A fermata where nothing has sounded yet. */
const holdsNothing: Check = ({ map, timeline }) => {
  const first = timeline.passages[0];
  return Object.values(map.fermatas)
    .filter(({ section, at }) => section === first?.section && at?.bar === 1 && at.ticks === 0)
    .filter(() => first?.passes === 1)
    .map(({ id }) =>
      remark({
        code: 'fermata',
        about: [id],
        passage: first,
        sentence:
          'A fermata before bar 1 has nothing to stop and is passed over; a longer count does it.',
        fix: { label: 'Delete it', operations: [removeRecord('fermatas', id)] },
      }),
    );
};

/** What is not sure yet. */
const byEar: Check = ({ timeline }) =>
  timeline.details.flatMap((one) =>
    one.kind === 'cue' && one.detail.byEar
      ? [
          remark({
            code: 'ear',
            about: [one.detail.id],
            passage: timeline.passages[one.passage],
            bar: barAt(timeline, one),
            sentence: `Check by ear: ${named(one.detail.words)} in bar ${barAt(timeline, one)}.`,
            fix: {
              label: 'It is right',
              operations: setField('cues', one.detail.id, 'byEar', false),
            },
          }),
        ]
      : [],
  );

export const detailChecks: readonly Check[] = [
  overlaps,
  across,
  inStop,
  inTacet,
  noCrash,
  notThere,
  tooEarly,
  accentsNothing,
  holdsNothing,
  byEar,
];
