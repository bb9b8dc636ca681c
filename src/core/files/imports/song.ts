import { firstOrders } from '../../base/document';
import { LONGEST_NAME, LONGEST_WORDS } from '../../base/fields';
import { cutText } from '../../base/plainText';
import { plural } from '../../base/words';
import { patternSchema } from '../../music/kit';
import { barTicks, type Fitted, type Meter } from '../../music/time';
import {
  blankRoadMap,
  COLLECTIONS,
  type CollectionName,
  feelText,
  fittedChange,
  MOST_BARS,
  newSection,
  type RecordOf,
  type RoadMap,
  tempoOf,
} from '../../song/roadmap';
import type { Drums, Played } from './grooves';

/** A song counted out bar by bar, as a file of another program has it. */
export type Counted = {
  readonly title: string;
  readonly meters: readonly Meter[];
  /** Where sections begin, in bars counted from 0; the first at 0. */
  readonly sections: readonly { readonly from: number; readonly name: string }[];
  readonly tempos: readonly Fitted[];
  /** What stands at a place, in our ticks from its bar line. */
  readonly cues: readonly {
    readonly bar: number;
    readonly ticks: number;
    readonly words: string;
  }[];
  readonly fermatas: readonly {
    readonly bar: number;
    readonly ticks: number;
    readonly seconds: number;
    readonly words: string;
  }[];
  /** Repeats, none within another; sections begin and end with them. */
  readonly folds?: readonly Fold[];
  readonly drums: Drums;
  readonly countIn: number;
  /** The number of its first bar; 1 where left out. */
  readonly firstBar?: number;
  readonly pickup: number;
};

/** Bars that are played several times, with what closes some of the passes. */
export type Fold = {
  readonly from: number;
  /** The bar after its last ending. */
  readonly to: number;
  readonly times: number;
  readonly endings: readonly {
    readonly from: number;
    readonly to: number;
    readonly passes: readonly number[];
  }[];
};

/** What was found of the drums, in words. */
export const drumsFound = ({ grooves, feels, fills }: Drums): string[] => {
  const written = grooves.filter(Boolean).length;
  const swings = feels.flatMap((feel) => (feel ? [feelText(feel)] : []));
  return [
    ...(written > 0 ? [`Grooves for ${written} of the sections.`] : []),
    ...(fills.length > 0 ? [`${plural(fills.length, 'fill')}.`] : []),
    ...(swings.length > 0
      ? [`${plural(swings.length, 'section')} ${[...new Set(swings)].join(', ')}.`]
      : []),
  ];
};

/** What was made of a file: the song, and what a person should know before it is kept. */
export type Understood = {
  readonly title: string;
  readonly map: RoadMap;
  /** What is there. */
  readonly found: readonly string[];
  /** What may be otherwise. */
  readonly guessed: readonly string[];
  /** What was left out. */
  readonly left: readonly string[];
};

type Records = { -readonly [Name in CollectionName]: Record<string, RecordOf<Name>> };

/** The road map of a song that has been counted out. */
export const roadMapFrom = (song: Counted): RoadMap => {
  const blank = blankRoadMap();
  const records = Object.fromEntries(
    Object.keys(COLLECTIONS).map((name) => [name, {}]),
  ) as unknown as Records;
  const put = <Name extends CollectionName>(where: Name, value: object): string => {
    const id = `${where}${Object.keys(records[where]).length + 1}`;
    (records[where] as Record<string, unknown>)[id] = COLLECTIONS[where].parse({ ...value, id });
    return id;
  };
  const sections = shortEnough(song);
  const orders = firstOrders(sections.length);
  const keep = keptPatterns(song.drums, put);
  const grooves = song.drums.grooves.map((groove) => groove && keep(groove));
  const within = foldsOf(song, sections, orders, put);
  const first = song.tempos[0];
  let meter = song.meters[0]!;
  let running = first?.start ?? 120;
  sections.forEach(({ from, to, name, of }, index) => {
    const { id: inside, anew } = within(from);
    if (anew) running = Number.NaN;
    const own = song.tempos.filter((tempo) => tempo.from >= from && tempo.from < to);
    const opening = own.find((tempo) => tempo.from === from);
    const whole = opening !== undefined && opening.to >= to;
    const section = put('sections', {
      ...newSection('', {
        name: cutText(name, LONGEST_NAME) || 'Section',
        bars: to - from,
        within: inside,
        meter: !anew && sameMeter(song.meters[from]!, meter) ? null : song.meters[from]!,
        tempo: opening && whole ? fittedChange(opening, running, song.meters[from]!) : null,
        groove: grooves[of] ?? null,
        feel: song.drums.feels[of] ?? null,
      }),
      order: orders[index]!,
    });
    meter = song.meters[from]!;
    if (opening && whole) running = opening.end;
    for (let bar = from; bar < to; bar++) {
      const tempo = whole && bar === from ? undefined : own.find((one) => one.from === bar);
      const change = tempo && fittedChange(tempo, running, song.meters[bar]!);
      const turned = sameMeter(song.meters[bar]!, meter) ? null : song.meters[bar]!;
      meter = song.meters[bar]!;
      if (tempo) running = tempo.end;
      if (!change && !turned) continue;
      const toBar = tempo && change?.kind === 'ramp' ? Math.min(tempo.to, to) - from : null;
      put('timeChanges', {
        section,
        bar: bar - from + 1,
        meter: turned,
        tempo: change ?? null,
        toBar,
      });
    }
    for (const { bar, ticks, words } of song.cues) {
      if (bar < from || bar >= to) continue;
      put('cues', {
        section,
        kind: 'remember',
        at: { bar: bar - from + 1, ticks },
        words: cutText(words, LONGEST_NAME),
      });
    }
    for (const { bar, ticks, lands, pattern } of song.drums.fills) {
      if (bar < from || bar >= to) continue;
      const at = { bar: bar - from + 1, ticks };
      put('fills', {
        section,
        from: at,
        to: null,
        name: pattern.name,
        pattern: keep(pattern),
        lands,
      });
    }
    for (const { bar, ticks, seconds, words } of song.fermatas) {
      if (bar < from || bar >= to) continue;
      put('fermatas', {
        section,
        at: placeOf(song, bar, ticks, from, to),
        seconds,
        cue: cutText(words, LONGEST_WORDS),
      });
    }
  });
  return {
    ...blank,
    ...(records as unknown as Pick<RoadMap, CollectionName>),
    start: {
      ...blank.start,
      tempo: tempoOf(first?.start ?? 120, song.meters[0]!),
      meter: song.meters[0]!,
      countIn: song.countIn,
      firstBar: song.firstBar ?? 1,
      pickup: song.pickup,
    },
  };
};

/** A place inside a section; what lies at the end of a bar is the beginning of the next. */
const placeOf = ({ meters }: Counted, bar: number, ticks: number, from: number, to: number) => {
  if (ticks < barTicks(meters[bar]!)) return { bar: bar - from + 1, ticks };
  return bar + 1 < to ? { bar: bar - from + 2, ticks: 0 } : null;
};

/** Which repeat or ending a bar stands in, and whether a reader comes there from elsewhere. */
const foldsOf = (
  { folds = [] }: Counted,
  sections: readonly { readonly from: number }[],
  orders: readonly string[],
  put: (where: 'repeats' | 'endings', value: object) => string,
) => {
  const spans = folds.flatMap(({ from, to, times, endings }) => {
    const at = sections.findIndex((section) => section.from === from);
    const repeat = put('repeats', { order: orders[Math.max(0, at)]!, times });
    return [
      ...endings.map((one) => ({
        from: one.from,
        to: one.to,
        id: put('endings', { repeat, passes: { only: one.passes } }),
      })),
      { from, to: endings[0]?.from ?? to, id: repeat },
    ];
  });
  const arrivals = new Set(
    folds.flatMap(({ to, endings }) => [to, ...endings.map(({ from }) => from)]),
  );
  return (bar: number) => ({
    id: spans.find(({ from, to }) => bar >= from && bar < to)?.id ?? null,
    anew: arrivals.has(bar),
  });
};

/** Sections with their ends, cut where one is longer than a section may be. */
const shortEnough = ({ sections, meters }: Counted) =>
  sections.flatMap(({ from, name }, of) => {
    const to = sections[of + 1]?.from ?? meters.length;
    const pieces = Math.ceil((to - from) / MOST_BARS);
    return Array.from({ length: pieces }, (_, piece) => ({
      from: from + piece * MOST_BARS,
      to: Math.min(to, from + (piece + 1) * MOST_BARS),
      name: piece === 0 ? name : `${name} (${piece + 1})`,
      of,
    }));
  });

/** Puts patterns into the song, of several that are played alike the first; answers with its id. */
const keptPatterns = (
  { grooves, fills }: Drums,
  put: (where: 'patterns', value: object) => string,
): ((pattern: Played) => string) => {
  const known = new Map<string, string>();
  const orders = firstOrders(grooves.length + fills.length);
  return (pattern) => {
    const { name: _, ...played } = pattern;
    const key = JSON.stringify(played);
    const order = orders[known.size];
    const id =
      known.get(key) ?? put('patterns', patternSchema.parse({ ...pattern, id: 'p', order }));
    known.set(key, id);
    return id;
  };
};

const sameMeter = (a: Meter, b: Meter): boolean =>
  a.numerator === b.numerator &&
  a.denominator === b.denominator &&
  JSON.stringify(a.grouping) === JSON.stringify(b.grouping);
