import { mulberry } from '../../base/random';
import { NO_OVERRIDES } from '../../music/click';
import { leadIn, type Pattern, patternBars } from '../../music/kit';
import type { Meter, Tempo } from '../../music/time';
import { blankRoadMap, type Feel, newSection, type RoadMap } from '../../song/roadmap';

/** At most so many bars of groove lead to a fill. */
export const MOST_BEFORE = 7;

/** Fills in the flow of a groove. */
export type Training = {
  readonly meter: Meter;
  readonly tempo: Tempo;
  readonly feel: Feel;
  /** What is played before each fill; nothing leaves those bars to the click. */
  readonly groove: Pattern | undefined;
  /** One a round, in the order they are played; the same may come again. */
  readonly fills: readonly Pattern[];
  /** Bars of groove before each: 1 to 7. */
  readonly before: number;
  /** Whether each is heard first, and then left to be played in the same place. */
  readonly answers: boolean;
};

/**
 * A song of fills: so many bars of groove, then a fill, round after round; with answers each round twice, the
 * second time with the drums silent in the place of the fill, while the click goes on.
 */
export const fillTraining = (training: Training): RoadMap => {
  const { meter, tempo, feel, groove, fills, before, answers } = training;
  const map = blankRoadMap();
  const own = (pattern: Pattern) => ({ ...pattern, of: null, variant: 'full' as const });
  const sections: Record<string, RoadMap['sections'][string]> = {};
  const placed: Record<string, RoadMap['fills'][string]> = {};
  const add = (id: string, like: Parameters<typeof newSection>[1]) => {
    const order = `a${String(Object.keys(sections).length).padStart(4, '0')}1`;
    sections[id] = {
      ...newSection(id, { feel, groove: groove?.id ?? null, level: { from: 3, to: 3 }, ...like }),
      order,
    };
  };
  fills.forEach((fill, round) => {
    const bars = patternBars(fill);
    add(`r${round}`, { name: fill.name, bars: before + bars });
    placed[`f${round}`] = {
      id: `f${round}`,
      section: `r${round}`,
      passes: null,
      from: { bar: before + 1, ticks: leadIn(fill) as number },
      to: 'end',
      every: null,
      name: fill.name,
      notes: '',
      pattern: fill.id,
      leaves: 'nothing',
      lands: 'crash',
    };
    if (!answers) return;
    add(`g${round}`, { name: `Answer ${fill.name}`, bars: before });
    add(`a${round}`, { name: 'Your turn', bars, tacet: true });
  });
  return {
    ...map,
    start: { ...map.start, tempo, meter, countIn: meter.numerator },
    // Where the drums are silent the click is all there is.
    click: { ...NO_OVERRIDES, tacet: true },
    patterns: Object.fromEntries(
      [...(groove ? [groove] : []), ...fills].map((pattern) => [pattern.id, own(pattern)]),
    ),
    sections,
    fills: placed,
  };
};

/** The round that a section of a training belongs to; nothing for other ids. */
export const roundOf = (section: string): number | undefined => {
  const found = /^[rga](\d+)$/.exec(section);
  return found ? Number(found[1]) : undefined;
};

/**
 * An order in which to practise so many things: each once before any comes again, and none twice in a row.
 *
 * @returns indexes from 0; the same for the same seed; none for no things
 * @example drawn(1, 1, 3) // => [0, 0, 0]
 */
export const drawn = (seed: number, things: number, rounds: number): number[] => {
  const random = mulberry(seed);
  const order: number[] = [];
  while (order.length < rounds && things > 0) {
    const bag = Array.from({ length: things }, (_, index) => index);
    // Fisher and Yates, as of Durstenfeld 1964.
    for (let at = things - 1; at > 0; at--) {
      const other = Math.floor(random() * (at + 1));
      [bag[at], bag[other]] = [bag[other]!, bag[at]!];
    }
    if (things > 1 && bag[0] === order.at(-1)) bag.push(bag.shift()!);
    order.push(...bag);
  }
  return order.slice(0, rounds);
};
