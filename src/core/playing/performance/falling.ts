import type { Pattern, StickedStroke, VoiceId } from '../../music/kit';
import type { Seconds } from '../../music/time';
import type { Passage, PlacedDetail, Timeline } from '../../song/timeline';
import type { Note } from './note';

/** A stroke on its way to becoming a note: where it stands in the song. */
export type Falling = {
  readonly stroke: StickedStroke;
  readonly at: number;
  readonly passage: number;
  readonly level: number;
  /** What a swell makes of it, 0.6 to 1. */
  readonly swell: number;
  readonly from: Note['from'];
  /** How open the hats are while they open or close gradually. */
  readonly opening?: number;
  /** When a choked cymbal is caught. */
  readonly caught?: Seconds;
};

export type PlacedOf<Kind extends PlacedDetail['kind']> = Extract<
  PlacedDetail,
  { readonly kind: Kind }
>;

/** What stands in a song of one kind, in order of time. */
export const placedOf = <Kind extends PlacedDetail['kind']>(
  { details }: Timeline,
  kind: Kind,
): readonly PlacedOf<Kind>[] => details.filter((one): one is PlacedOf<Kind> => one.kind === kind);

export const isCrash = (voice: VoiceId): boolean => voice === 'crash' || voice === 'crash2';
export const keepsTime = (voice: VoiceId): boolean => voice === 'hihat' || voice === 'ride';

/** The level at a place of a passage: on the line of the last change of level, else on the passage’s. */
export const levelsOf = (timeline: Timeline) => {
  const dynamics = placedOf(timeline, 'dynamics');
  return (passage: number, at: number): number =>
    levelAt(timeline.passages[passage]!, dynamics, passage, at);
};

const levelAt = (
  passage: Passage,
  dynamics: readonly PlacedOf<'dynamics'>[],
  index: number,
  at: number,
): number => {
  const change = dynamics
    .filter((one) => one.passage === index && one.detail.level && one.startTicks <= at)
    .at(-1);
  const [level, from, to] = change
    ? [change.detail.level!, change.startTicks, change.endTicks]
    : [passage.level, passage.startTicks, passage.startTicks + passage.ticks];
  const share = Math.min(1, Math.max(0, (at - from) / Math.max(1, to - from)));
  return level.from + (level.to - level.from) * share;
};

const SOFTEST = 0.6;

/** What a swell of a pattern makes of a stroke at a place of it, 0.6 to 1. */
export const swellAt = ({ swells }: Pattern, at: number): number => {
  const swell = swells.find(({ from, to }) => at >= from && at < to);
  if (!swell) return 1;
  const share = (at - swell.from) / (swell.to - swell.from);
  return SOFTEST + (1 - SOFTEST) * (swell.grows ? share : 1 - share);
};
