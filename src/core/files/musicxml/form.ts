import { type Layout, type StickedStroke, USUAL_LAYOUT } from '../../music/kit';
import {
  barTicks,
  type Meter,
  type NoteValue,
  perMinuteAt,
  pulseUnit,
  ticks,
} from '../../music/time';
import { playedBars } from '../../playing/performance';
import { chartRows, type SectionRow } from '../../song/chart';
import {
  endingFor,
  type FormNode,
  formOf,
  type RepeatNode,
  type RoadMap,
  servedBy,
} from '../../song/roadmap';
import { barAtTicks, compile, type Passage, secondsAt, type Timeline } from '../../song/timeline';
import { fermataText } from '../fermataText';

/** One measure as it is written. */
export type Measure = {
  readonly meter: Meter;
  /** How long it lasts, in seconds. */
  readonly seconds: number;
  readonly name?: string;
  /** A tempo that holds from here on, in the pulse of its meter; or what a ramp does. */
  readonly tempo?: Told;
  readonly music: Music;
  readonly words: readonly Words[];
  /** Fermatas, each with its words, at the places before which time stands still: up to the measure's end. */
  readonly fermatas: readonly Words[];
  /** It is counted in, or the pickup: no bar of the song. */
  readonly isLead?: boolean;
  readonly forward?: boolean;
  /** A repeat that ends here, and how often it is played. */
  readonly backward?: number;
  readonly endingStart?: string;
  readonly endingStop?: string;
};

/** What a reader is told of the tempo. */
export type Told = { readonly perMinute: number; readonly unit: NoteValue } | 'accel.' | 'rit.';

/** What stands in a measure: strokes from its bar line, time to be kept as one likes, a rest, or one a beat. */
export type Music = readonly StickedStroke[] | 'slashes' | 'rest' | 'beats';

/** Words at a place, in ticks from the bar line. */
export type Words = { readonly at: number; readonly text: string };

/** How a song is played: its timeline, compiled where left out, and the kit it is played on. */
export type Playing = { readonly timeline?: Timeline; readonly layout?: Layout };

export const measuresOf = (
  map: RoadMap,
  { timeline = compile(map), layout = USUAL_LAYOUT }: Playing = {},
): Measure[] => [
  ...leadMeasures(timeline.countIn),
  ...written(formOf(map), [...timeline.passages], readSong(map, timeline, layout)),
];

/** What comes before the first bar: the count-in and then the pickup, each in bars that end with it. */
const leadMeasures = ({ beats, pickup, meter, seconds }: Timeline['countIn']): Measure[] => {
  const each = seconds / Math.max(1, beats + pickup);
  const lead = (count: number, name: string) => {
    const first = count % meter.numerator;
    const full = Array.from({ length: (count - first) / meter.numerator }, () => meter.numerator);
    return [...(first > 0 ? [first] : []), ...full].map((numerator, index): Measure => {
      const own = index === 0 ? { name } : {};
      return {
        meter: { numerator, denominator: meter.denominator },
        seconds: numerator * each,
        music: 'beats',
        words: [],
        fermatas: [],
        isLead: true,
        ...own,
      };
    });
  };
  return [...lead(beats, COUNT_IN), ...lead(pickup, PICKUP)];
};

/** What the measures before the first bar are called. */
export const COUNT_IN = 'Count-in';
export const PICKUP = 'Pickup';

/** A song with all that goes into its measures. */
type Read = Timeline & {
  readonly music: readonly Music[];
  readonly words: readonly (readonly Words[])[];
  readonly held: readonly (readonly Words[])[];
  readonly tempos: readonly (Measure['tempo'] | undefined)[];
};

const readSong = (map: RoadMap, timeline: Timeline, layout: Layout): Read => {
  const played = playedBars(map, timeline, layout);
  const music = timeline.bars.map((bar, index): Music => {
    const passage = timeline.passages[bar.passage]!;
    if (isFree(timeline, bar)) return 'slashes';
    if (played[index]!.length > 0) return played[index]!;
    return passage.tacet || passage.groove !== undefined ? 'rest' : 'slashes';
  });
  const words = timeline.bars.map((): Words[] => []);
  const put = (position: number, text: string | undefined) => {
    const bar = barAtTicks(timeline, position);
    if (bar && text)
      words[indexIn(timeline, bar.played)]?.push({ at: position - bar.startTicks, text });
  };
  const rows = chartRows(map, timeline).filter((row) => row.kind === 'section');
  const heads = new Map(rows.map((row) => [row.id, headOf(row)]));
  const said = new Map(rows.flatMap(({ notes }) => notes.map((note) => [note.id, note.words])));
  put(0, map.start.notes);
  for (const { section, startTicks } of timeline.passages) put(startTicks, heads.get(section));
  for (const { startTicks, detail } of timeline.details) put(startTicks, said.get(detail.id));
  return { ...timeline, music, words, held: heldIn(timeline), tempos: temposOf(timeline) };
};

/** Fermatas stand in the bar that lasts longer for them: the one before a bar line. */
const heldIn = (timeline: Timeline): Words[][] => {
  const held = timeline.bars.map((): Words[] => []);
  for (const { ticks: position, seconds, cue } of timeline.fermatas) {
    const bar = barAtTicks(timeline, position - 1);
    if (!bar) continue;
    const text = fermataText({ seconds, words: cue });
    held[indexIn(timeline, bar.played)]?.push({ at: position - bar.startTicks, text });
  }
  return held;
};

/** What holds all through a section, and on which passes something else does. */
const headOf = ({ tacet, dynamics, groove, how, minds, passes }: SectionRow): string =>
  [[tacet ? '' : dynamics, groove ?? '', ...how].filter(Boolean).join(', '), minds, ...passes]
    .filter(Boolean)
    .join('; ');

/** Whether a whole bar is played in the same manner, so that only time is kept in it. */
const isFree = ({ details }: Timeline, { startTicks, meter, passage }: Timeline['bars'][number]) =>
  details.some(
    (one) =>
      one.kind === 'groove' &&
      one.passage === passage &&
      one.detail.simile &&
      one.startTicks <= startTicks &&
      one.endTicks >= startTicks + barTicks(meter),
  );

const indexIn = ({ bars }: Timeline, number: number): number => number - (bars[0]?.played ?? 1);

const round = (value: number): number => Math.round(value * 100) / 100;

/** What a reader is told of the tempo, bar by bar: only where it changes. */
const temposOf = ({ bars, tempo }: Timeline): (Told | undefined)[] => {
  let told = '';
  return bars.map(({ startTicks, meter }) => {
    const segment = tempo.findLast((one) => one.startTicks <= startTicks)!;
    const ramp = segment.to > segment.from ? 'accel.' : 'rit.';
    const unit = pulseUnit(meter);
    const now: Told =
      segment.shape === 'held' ? { perMinute: round(perMinuteAt(segment.from, unit)), unit } : ramp;
    const said = JSON.stringify(now);
    if (said === told) return undefined;
    told = said;
    return now;
  });
};

/** Measures of some nodes; takes the passages that they play off the front of the list. */
const written = (nodes: readonly FormNode[], left: Passage[], timeline: Read): Measure[] =>
  nodes.flatMap((node) =>
    node.kind === 'section'
      ? sectionMeasures(left.splice(0, node.section.times), timeline)
      : repeatMeasures(node, left, timeline),
  );

const passageMeasures = (passage: Passage, timeline: Read): Measure[] => {
  return Array.from({ length: passage.bars }, (_, index) => {
    const at = indexIn(timeline, passage.firstPlayed) + index;
    const bar = timeline.bars[at]!;
    const end = secondsAt(timeline.tempo, ticks(bar.startTicks + barTicks(bar.meter)));
    return {
      meter: bar.meter,
      seconds: end - bar.startSeconds,
      ...(index === 0 && { name: passage.name }),
      music: timeline.music[at]!,
      words: timeline.words[at]!,
      fermatas: timeline.held[at]!,
      ...tempoOf(timeline, at),
    };
  });
};

/** A section that is come back to says its tempo again. */
const tempoOf = ({ tempos }: Read, bar: number) => {
  const tempo = tempos[bar];
  return tempo === undefined ? {} : { tempo };
};

/** Folded where all times are alike. */
const sectionMeasures = (passages: readonly Passage[], timeline: Read): Measure[] => {
  const passes = passages.map((passage) => passageMeasures(passage, timeline));
  const first = passes[0] ?? [];
  return passes.length > 1 && comesBack(first) && passes.every((pass) => alike(pass, first))
    ? bracketed(first, passes.length)
    : passes.flat();
};

const bracketed = (measures: readonly Measure[], times: number): Measure[] =>
  measures.map((measure, index) => ({
    ...measure,
    ...(index === 0 && { forward: true }),
    ...(index === measures.length - 1 && { backward: times }),
  }));

const EXACT = 1e-9;

const alike = (a: readonly Measure[], b: readonly Measure[]): boolean =>
  a.length === b.length &&
  a.every((measure, index) => {
    const other = b[index]!;
    return (
      Math.abs(measure.seconds - other.seconds) < EXACT &&
      measure.meter.numerator === other.meter.numerator &&
      measure.meter.denominator === other.meter.denominator &&
      JSON.stringify(shownIn(measure)) === JSON.stringify(shownIn(other))
    );
  });

const shownIn = ({ music, words, fermatas }: Measure) => [music, words, fermatas];

/** Readers do not go back to the meter with which a repeat began: only what ends in it is folded. */
const comesBack = (measures: readonly Measure[]): boolean => {
  const [first, last] = [measures[0], measures.at(-1)];
  return (
    first !== undefined &&
    first.meter.numerator === last!.meter.numerator &&
    first.meter.denominator === last!.meter.denominator
  );
};

type PassOf = { readonly body: Measure[]; readonly ending: Measure[]; readonly plain: boolean };

const repeatMeasures = (node: RepeatNode, left: Passage[], timeline: Read): Measure[] => {
  const { times } = node.repeat;
  const passes = Array.from({ length: times }, (_, index): PassOf => {
    const ending = endingFor(node, index + 1);
    const body = written(node.body, left, timeline);
    const close = written(ending?.body ?? [], left, timeline);
    return { body, ending: close, plain: ![...body, ...close].some(isBracketed) };
  });
  const first = passes[0]!;
  const same = passes.every(
    ({ plain, body, ending }) =>
      plain && alike(body, first.body) && comesBack([...body, ...ending]),
  );
  const folded = same && comesBack(first.body) ? foldEndings(node, passes) : undefined;
  return folded ?? passes.flatMap(({ body, ending }) => [...body, ...ending]);
};

const isBracketed = ({ forward, backward }: Measure): boolean =>
  Boolean(forward) || backward !== undefined;

/** Body and endings with their brackets; nothing where an ending lasts differently by pass. */
const foldEndings = (node: RepeatNode, passes: readonly PassOf[]): Measure[] | undefined => {
  const { times } = node.repeat;
  const [first] = passes as [PassOf];
  if (passes.every(({ ending }) => ending.length === 0)) return bracketed(first.body, times);
  const used = node.endings.filter((one) => ownPasses(node, one).length > 0);
  const complete = passes.every(({ ending }) => ending.length > 0);
  if (!complete || used.length === 0) return undefined;
  const body = first.body.map((measure, index) => ({
    ...measure,
    ...(index === 0 && { forward: true }),
  }));
  const closes = used.map((one) => {
    const own = ownPasses(node, one);
    const each = own.map((pass) => passes[pass - 1]!.ending);
    return each.every((ending) => alike(ending, each[0]!))
      ? { own, measures: each[0]! }
      : undefined;
  });
  if (closes.some((close) => close === undefined)) return undefined;
  return [
    ...body,
    ...closes.flatMap((close) => endingMeasures(close!.measures, close!.own, times)),
  ];
};

const ownPasses = (node: RepeatNode, one: RepeatNode['endings'][number]): number[] =>
  servedBy(one.ending, node.repeat.times).filter((pass) => endingFor(node, pass) === one);

const endingMeasures = (
  measures: readonly Measure[],
  passes: readonly number[],
  times: number,
): Measure[] => {
  const number = passes.join(', ');
  const last = passes.includes(times);
  return measures.map((measure, index) => ({
    ...measure,
    ...(index === 0 && { endingStart: number }),
    ...(index === measures.length - 1 && {
      endingStop: number,
      ...(!(last && passes.length === 1) && { backward: passes.length + (last ? 0 : 1) }),
    }),
  }));
};
