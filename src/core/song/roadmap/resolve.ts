import type { DetailName, Details } from './details';
import { DETAILS, type Variation } from './details';
import { holdsOn } from './passes';
import { USUAL_PHRASE } from './phrases';
import type { Part, RoadMap, Section } from './schema';
import type { TempoChange } from './tempoChange';
import type { Feel, LevelRange, Snares, Sticks, Timekeeper } from './values';

/** What holds where neither the section nor its part says anything. */
export const STRAIGHT: Feel = { backbeat: 'normal', swing: null, style: '' };
const USUAL = {
  bars: 8,
  phrase: USUAL_PHRASE,
  feel: STRAIGHT,
  level: { from: 3, to: 3 } as LevelRange,
  timekeeper: null,
  sticks: 'sticks',
  snares: 'on',
  groove: null,
} as const;

/** A section as it is on one pass, with everything filled in. */
export type Resolved = {
  readonly part: Part | undefined;
  readonly bars: number;
  readonly phrase: number;
  readonly feel: Feel;
  readonly level: LevelRange;
  readonly timekeeper: Timekeeper | null;
  readonly sticks: Sticks;
  readonly snares: Snares;
  /** The pattern that is played. */
  readonly groove: string | null;
  readonly tempo: TempoChange | null;
  readonly tacet: boolean;
  readonly click: boolean;
};

/** The properties that a section inherits from its part. */
export const INHERITED = [
  'bars',
  'phrase',
  'feel',
  'level',
  'timekeeper',
  'sticks',
  'snares',
  'groove',
] as const;

/**
 * What a section comes to on a pass: what a variation of this pass says, else the section itself,
 * else its part, else the usual.
 *
 * @param variations those of the section that hold on this pass, in order; later ones win
 */
export const resolve = (
  map: Pick<RoadMap, 'parts'>,
  section: Section,
  variations: readonly Variation[] = [],
): Resolved => {
  const said = variations.length > 0 ? merged(variations) : NOTHING;
  const part = map.parts[said.part ?? section.part ?? ''];
  return {
    part,
    bars: said.bars ?? section.bars ?? part?.bars ?? USUAL.bars,
    phrase: section.phrase ?? part?.phrase ?? USUAL.phrase,
    feel: said.feel ?? section.feel ?? part?.feel ?? USUAL.feel,
    level: said.level ?? section.level ?? part?.level ?? USUAL.level,
    timekeeper: said.timekeeper ?? section.timekeeper ?? part?.timekeeper ?? USUAL.timekeeper,
    sticks: section.sticks ?? part?.sticks ?? USUAL.sticks,
    snares: section.snares ?? part?.snares ?? USUAL.snares,
    groove: said.groove ?? section.groove ?? part?.groove ?? USUAL.groove,
    tempo: said.tempo ?? section.tempo,
    tacet: said.tacet ?? section.tacet,
    click: said.click ?? section.click,
  };
};

type Varied = Pick<
  Variation,
  'bars' | 'part' | 'level' | 'feel' | 'timekeeper' | 'groove' | 'tempo' | 'tacet' | 'click'
>;

const NOTHING: Varied = {
  bars: null,
  part: null,
  level: null,
  feel: null,
  timekeeper: null,
  groove: null,
  tempo: null,
  tacet: null,
  click: null,
};

/** Several differences as one; of two that say the same thing, the later. */
const merged = (variations: readonly Variation[]): Varied =>
  Object.assign(
    {},
    NOTHING,
    ...variations.map((one) =>
      Object.fromEntries(
        Object.entries(one).filter(([key, value]) => key in NOTHING && value !== null),
      ),
    ),
  );

/** Everything that stands inside one section. */
export type SectionDetails = { readonly [Name in DetailName]: readonly Details[Name][] };

const NAMES = Object.keys(DETAILS) as DetailName[];

/** The details of a road map by section; those of sections that are gone are in none. */
export const detailsBySection = (map: RoadMap): ReadonlyMap<string, SectionDetails> => {
  const found = new Map<string, Record<DetailName, Details[DetailName][]>>();
  for (const name of NAMES) {
    for (const detail of Object.values(map[name]) as Details[DetailName][]) {
      if (!map.sections[detail.section]) continue;
      const of = found.get(detail.section) ?? emptyDetails();
      of[name].push(detail);
      found.set(detail.section, of);
    }
  }
  for (const { variations } of found.values()) variations.sort((a, b) => (a.id < b.id ? -1 : 1));
  return found as unknown as ReadonlyMap<string, SectionDetails>;
};

const emptyDetails = () =>
  Object.fromEntries(NAMES.map((name) => [name, []])) as unknown as Record<
    DetailName,
    Details[DetailName][]
  >;

export const NO_DETAILS: SectionDetails = emptyDetails() as unknown as SectionDetails;

/** Those that hold on a pass. */
export const onPass = <T extends { readonly passes: Variation['passes'] | null }>(
  details: readonly T[],
  pass: number,
  of: number,
): readonly T[] =>
  details.length === 0 ? details : details.filter(({ passes }) => holdsOn(passes, pass, of));
