import { byOrder } from '../../base/document';
import { holdsOn } from './passes';
import type { Ending, Repeat, RoadMap, Section } from './schema';
import { DEEPEST, MOST_PLAYED_BARS } from './values';

/** The road map as it is written: sections, and repeats with what they hold. */
export type FormNode = { readonly kind: 'section'; readonly section: Section } | RepeatNode;

export type RepeatNode = {
  readonly kind: 'repeat';
  readonly repeat: Repeat;
  readonly body: readonly FormNode[];
  /** In the order of the first pass that each serves. */
  readonly endings: readonly EndingNode[];
};

export type EndingNode = { readonly ending: Ending; readonly body: readonly FormNode[] };

/** One time through a section, as the song is played. */
export type Pass = {
  readonly section: Section;
  /** Which time the section is played in the song, from 1, and of how many. */
  readonly pass: number;
  readonly of: number;
  /** Which of the section's own times in a row, from 1. */
  readonly time: number;
  /** The repeats around it, outermost first, each with its pass. */
  readonly trail: readonly { readonly repeat: Repeat; readonly pass: number }[];
};

/** What has a place in the form. */
export type Stands = Section | Repeat;

/** The tree of sections and repeats. What stands within something that is gone stands at the top. */
export const formOf = (map: RoadMap): FormNode[] => {
  const inside = new Map<string | null, Stands[]>();
  for (const one of [...Object.values(map.sections), ...Object.values(map.repeats)]) {
    const place = containerOf(map, one.within);
    const list = inside.get(place);
    if (list) list.push(one);
    else inside.set(place, [one]);
  }
  for (const list of inside.values()) list.sort(byOrder);
  const endings = endingsOf(map);
  const nodes = (place: string | null, depth: number): FormNode[] =>
    depth > DEEPEST ? [] : (inside.get(place) ?? []).map((one) => node(one, depth));
  const node = (one: Stands, depth: number): FormNode =>
    isSection(one)
      ? { kind: 'section', section: one }
      : {
          kind: 'repeat',
          repeat: one,
          body: nodes(one.id, depth + 1),
          endings: (endings.get(one.id) ?? []).map((ending) => ({
            ending,
            body: nodes(ending.id, depth + 1),
          })),
        };
  return nodes(null, 0);
};

/** What stands side by side in a repeat, an ending or (null) the song, in order. */
export const siblingsIn = (map: RoadMap, within: string | null): Stands[] =>
  [...Object.values(map.sections), ...Object.values(map.repeats)]
    .filter((one) => containerOf(map, one.within) === within)
    .sort(byOrder);

export const isSection = (one: Stands): one is Section => 'name' in one;

/** The collection that a section or a repeat is a record of. */
export const collectionFor = (one: Stands): 'sections' | 'repeats' =>
  isSection(one) ? 'sections' : 'repeats';

/** The id of the repeat or ending that something stands in, where that still exists. */
export const containerOf = (map: RoadMap, within: string | null): string | null => {
  if (within === null) return null;
  if (map.repeats[within]) return within;
  const ending = map.endings[within];
  return ending && map.repeats[ending.repeat] ? within : null;
};

const endingsOf = (map: RoadMap): Map<string, Ending[]> => {
  const found = new Map<string, Ending[]>();
  for (const ending of Object.values(map.endings)) {
    found.set(ending.repeat, [...(found.get(ending.repeat) ?? []), ending]);
  }
  for (const [repeat, list] of found) {
    const times = map.repeats[repeat]?.times ?? 1;
    const first = (ending: Ending) => servedBy(ending, times)[0] ?? times + 1;
    list.sort((a, b) => first(a) - first(b) || (a.id < b.id ? -1 : 1));
  }
  return found;
};

/** The passes of a repeat that an ending names. */
export const servedBy = ({ passes }: Ending, times: number): number[] =>
  Array.from({ length: times }, (_, index) => index + 1).filter((pass) =>
    holdsOn(passes, pass, times),
  );

/** The ending that closes a pass of a repeat; where two claim it, the first. */
export const endingFor = ({ repeat, endings }: RepeatNode, pass: number): EndingNode | undefined =>
  endings.find(({ ending }) => holdsOn(ending.passes, pass, repeat.times));

/** All sections in written order. */
export const writtenOrder = (form: readonly FormNode[]): Section[] =>
  form.flatMap((node) =>
    node.kind === 'section'
      ? [node.section]
      : [...writtenOrder(node.body), ...node.endings.flatMap(({ body }) => writtenOrder(body))],
  );

/** How often each section is played in the song. */
export const timesPlayed = (form: readonly FormNode[]): Map<string, number> => {
  const counts = new Map<string, number>();
  const count = (nodes: readonly FormNode[], by: number) => {
    for (const node of nodes) {
      if (node.kind === 'section') {
        const { id, times } = node.section;
        counts.set(id, (counts.get(id) ?? 0) + times * by);
        continue;
      }
      const { repeat, body, endings } = node;
      count(body, by * repeat.times);
      for (const one of endings) count(one.body, by * ownPasses(node, one));
    }
  };
  count(form, 1);
  return counts;
};

const ownPasses = (node: RepeatNode, ending: EndingNode): number =>
  servedBy(ending.ending, node.repeat.times).filter((pass) => endingFor(node, pass) === ending)
    .length;

/**
 * The song as it is played: every time through every section, in order. The caller has made sure
 * (see `passesOfSong`) that it is of a sane length.
 *
 * @example a repeat of three times with endings for passes 1 2 and 3 plays body, first ending, body,
 * first ending, body, second ending
 */
export const unroll = (form: readonly FormNode[]): Pass[] => {
  const of = timesPlayed(form);
  const gone = new Map<string, number>();
  const passes: Pass[] = [];
  const play = (nodes: readonly FormNode[], trail: Pass['trail']) => {
    for (const node of nodes) {
      if (node.kind === 'section') playSection(node.section, trail);
      else playRepeat(node, trail);
    }
  };
  const playSection = (section: Section, trail: Pass['trail']) => {
    const before = gone.get(section.id) ?? 0;
    gone.set(section.id, before + section.times);
    const total = of.get(section.id) ?? 0;
    for (let time = 1; time <= section.times; time++) {
      passes.push({ section, pass: before + time, of: total, time, trail });
    }
  };
  const playRepeat = (node: RepeatNode, trail: Pass['trail']) => {
    for (let pass = 1; pass <= node.repeat.times; pass++) {
      const inner = [...trail, { repeat: node.repeat, pass }];
      play(node.body, inner);
      play(endingFor(node, pass)?.body ?? [], inner);
    }
  };
  play(form, []);
  return passes;
};

/** How many passes the song comes to, without unrolling it; repeats multiply fast. */
export const passesOfSong = (form: readonly FormNode[]): number =>
  [...timesPlayed(form).values()].reduce((sum, times) => sum + times, 0);

/** Whether repeats stand in themselves, or deeper than allowed. */
export const nestedTooDeep = (map: RoadMap): boolean =>
  Object.values(map.repeats).some(({ id }) => {
    let [at, depth] = [id as string | null, 0];
    while (at !== null && depth <= DEEPEST) {
      const place: string | null = containerOf(map, map.repeats[at]!.within);
      at = place === null ? null : (map.endings[place]?.repeat ?? place);
      depth++;
    }
    return depth > DEEPEST;
  });

/** Whether a song of so many passes can be played at all: every pass is at least a bar. */
export const isSane = (passes: number): boolean => passes <= MOST_PLAYED_BARS;
