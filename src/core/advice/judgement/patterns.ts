import type { Operation } from '../../base/document';
import { plural } from '../../base/words';
import {
  addPattern,
  copyOf,
  inDoubleTime,
  inHalfTime,
  leadIn,
  type Pattern,
  patternBars,
  patternTicks,
  stick,
  strokesOf,
  troublesOf,
} from '../../music/kit';
import { barTicks, beatTicks, meterText, type Ticks } from '../../music/time';
import { setField } from '../../song/editing';
import type { RoadMap } from '../../song/roadmap';
import { barAtTicks, type Passage, speedAt } from '../../song/timeline';
import { type Check, type Look, named, type Remark, remark } from './remark';

/** A groove that is played for some bars. */
type Played = {
  readonly pattern: Pattern;
  readonly passage: Passage;
  readonly bars: number;
  readonly at: Ticks;
};

/** The grooves of a song: of each passage, and from where it changes within one. */
const groovesOf = ({ map, timeline }: Look): Played[] => [
  ...timeline.passages.flatMap((passage): Played[] => {
    const pattern = map.patterns[passage.groove ?? ''];
    const { bars, startTicks: at } = passage;
    return pattern && !passage.tacet ? [{ pattern, passage, bars, at }] : [];
  }),
  ...timeline.details.flatMap((one): Played[] => {
    if (one.kind !== 'groove') return [];
    const pattern = map.patterns[one.detail.groove ?? ''];
    const passage = timeline.passages[one.passage]!;
    const bars = Math.ceil((one.endTicks - one.startTicks) / barTicks(passage.meter));
    return pattern && !passage.tacet ? [{ pattern, passage, bars, at: one.startTicks }] : [];
  }),
];

/** A groove in another meter than the bars that it is played in. */
const grooveMeter: Check = (look) =>
  groovesOf(look).flatMap(({ pattern, passage }): Remark[] => {
    if (barTicks(pattern.meter) === barTicks(passage.meter)) return [];
    return [
      remark({
        code: 'groove-meter',
        about: [passage.section, pattern.id],
        passage,
        sentence: `The groove ${named(pattern.name)} is in ${meterText(pattern.meter)}, ${named(passage.name)} in ${meterText(passage.meter)}: it is cut or goes round within the bar.`,
      }),
    ];
  });

/** A groove with more bars than it is played: its end is never heard. */
const grooveLength: Check = (look) =>
  groovesOf(look).flatMap(({ pattern, passage, bars }): Remark[] => {
    const over = patternBars(pattern) - bars;
    if (over <= 0) return [];
    return [
      remark({
        code: 'groove-length',
        about: [passage.section, pattern.id],
        passage,
        sentence: `The groove ${named(pattern.name)} has ${plural(patternBars(pattern), 'bar')}, ${named(passage.name)} ${bars}: its last ${over === 1 ? 'bar is' : `${over} bars are`} not played there.`,
      }),
    ];
  });

/** A fill that is longer than its place, or in another meter. */
const fillPlace: Check = ({ map, timeline }) =>
  timeline.details.flatMap((one): Remark[] => {
    if (one.kind !== 'fill') return [];
    const pattern = map.patterns[one.detail.pattern ?? ''];
    const passage = timeline.passages[one.passage]!;
    if (!pattern) return [];
    const room = one.endTicks - one.startTicks;
    const beat = beatTicks(passage.meter);
    const say = (code: string, sentence: string) =>
      remark({ code, about: [one.detail.id, pattern.id], passage, sentence });
    if (barTicks(pattern.meter) !== barTicks(passage.meter))
      return [
        say(
          'fill-meter',
          `The fill ${named(pattern.name)} is in ${meterText(pattern.meter)}, ${named(passage.name)} in ${meterText(passage.meter)}.`,
        ),
      ];
    const beats = (length: number) => plural(Math.round((length / beat) * 100) / 100, 'beat');
    const over = patternTicks(pattern) - room;
    // What is left out may be a rest.
    if (!strokesOf(pattern).some(({ at }) => at < over)) return [];
    return [
      say(
        'fill-room',
        `The fill ${named(pattern.name)} has ${beats(patternTicks(pattern))}, its place in ${named(passage.name)} ${beats(room)}: its first ${beats(over)} ${over === beat ? 'is' : 'are'} left out.`,
      ),
    ];
  });

/** Where the patterns of a song are played, first as grooves, then in fills and hits, and where each begins. */
const usesOf = (look: Look) => [
  ...groovesOf(look),
  ...look.timeline.details.flatMap((one) => {
    const passage = look.timeline.passages[one.passage];
    const pattern =
      one.kind === 'fill' || one.kind === 'hit'
        ? look.map.patterns[one.detail.pattern ?? '']
        : undefined;
    return pattern && passage ? [{ pattern, passage, at: one.startTicks }] : [];
  }),
];

/** What nobody can play, where it is played: what is written and not used is nobody's trouble yet. */
const unplayable: Check = (look) => {
  const { timeline } = look;
  return usesOf(look).flatMap(({ pattern, passage, at }): Remark[] => {
    const rate = speedAt(timeline.tempo, at);
    if (!rate) return [];
    const trouble = troublesOf(pattern, stick(pattern), 1 / rate)[0];
    if (!trouble) return [];
    const bar = barAtTicks(timeline, at)?.played ?? passage.firstPlayed;
    return [
      remark({
        code: 'unplayable',
        about: [pattern.id, trouble.sentence],
        passage,
        bar,
        sentence: `${named(pattern.name)}, ${trouble.sentence.replace(/^Bar/, 'bar').replace(/\.$/, '')}: played in ${named(passage.name)} from bar ${bar} on.`,
      }),
    ];
  });
};

/** A copy of a groove with its backbeat where the feel has it, and the section playing that. */
const turned = (
  { patterns }: RoadMap,
  { section, feel }: Passage,
  groove: Pattern,
): Operation[] => {
  const half = feel.backbeat === 'half-time';
  const name = `${groove.name}, ${feel.backbeat}`;
  const id = `${groove.id.slice(0, 30)}-${half ? 'half' : 'double'}`;
  const known = patterns[id] ?? Object.values(patterns).find((one) => one.name === name);
  const change = half ? inHalfTime(groove) : inDoubleTime(groove);
  return [
    ...(known ? [] : addPattern(patterns, { ...copyOf(groove, id), ...change, name })),
    ...setField('sections', section, 'groove', known?.id ?? id),
  ];
};

/**
 * A feel whose backbeat the groove does not have: the groove is played as it is written. Half-time has
 * the snare in the middle of the bar, double-time off the beats; common practice, no source.
 */
const feltElsewhere: Check = ({ map, timeline }) =>
  timeline.passages.flatMap((passage): Remark[] => {
    const { feel, groove, tacet } = passage;
    const pattern = map.patterns[groove ?? ''];
    if (!pattern || tacet || feel.backbeat === 'normal') return [];
    const beat = beatTicks(pattern.meter);
    const backbeats = strokesOf(pattern)
      .filter(({ voice, force }) => voice === 'snare' && force !== 'ghost')
      .map(({ at }) => ((at + leadIn(pattern)) % barTicks(pattern.meter)) / beat + 1);
    const second = backbeats.filter((place) => place === 2 || place === 4);
    const between = backbeats.some((place) => !Number.isInteger(place));
    const fits = feel.backbeat === 'half-time' ? second.length === 0 : between;
    if (fits || backbeats.length === 0) return [];
    const places = [...new Set(backbeats.filter(Number.isInteger))].sort().join(' and ');
    return [
      remark({
        code: 'backbeat',
        about: [passage.section, pattern.id, feel.backbeat],
        passage,
        sentence: `${named(passage.name)} is felt in ${feel.backbeat}, but its groove ${named(pattern.name)} has the snare on ${places}.`,
        fix: { label: 'Turn the groove', operations: turned(map, passage, pattern) },
      }),
    ];
  });

export const patternChecks: readonly Check[] = [
  grooveMeter,
  grooveLength,
  fillPlace,
  feltElsewhere,
  unplayable,
];
