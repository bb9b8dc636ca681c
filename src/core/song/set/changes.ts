import { perMinuteAt, type Tempo, ticks } from '../../music/time';
import type { RoadMap, TempoChange } from '../roadmap';
import { speedAt, type Timeline } from '../timeline';
import type { SetItem } from './schema';

/** Tempos are whole in thousandths. */
const rounded = (perMinute: number): number => Math.round(perMinute * 1000) / 1000;

/**
 * A song as a set plays it: at another tempo, without some of its sections. The song itself stays as
 * it is; where nothing is changed the very same map is answered.
 *
 * @param before what is played before it, for a song that goes on at the same tempo
 */
export const asPlayed = (
  map: RoadMap,
  { tempo, cuts }: Pick<SetItem, 'tempo' | 'cuts'>,
  before?: Timeline,
): RoadMap => {
  const cut = without(map, cuts);
  if (tempo === null) return cut;
  const factor = tempo.kind === 'percent' ? tempo.percent / 100 : factorAfter(map, before);
  return factor === 1 ? cut : faster(cut, factor);
};

/** What a song’s tempo is multiplied by so that it begins as another ended. */
const factorAfter = ({ start }: RoadMap, before: Timeline | undefined): number => {
  const speed = before && speedAt(before.tempo, ticks(before.ticks - 1));
  return speed ? perMinuteAt(speed, start.tempo.unit) / start.tempo.perMinute : 1;
};

const without = (map: RoadMap, cuts: readonly string[]): RoadMap => {
  if (!cuts.some((id) => map.sections[id])) return map;
  const left = Object.entries(map.sections).filter(([id]) => !cuts.includes(id));
  return { ...map, sections: Object.fromEntries(left) };
};

const faster = (map: RoadMap, factor: number): RoadMap => {
  const tempo = (one: Tempo): Tempo => ({ ...one, perMinute: within(one.perMinute * factor) });
  const change = (one: TempoChange | null): TempoChange | null => {
    if (one === null) return null;
    return one.kind === 'held'
      ? { ...one, perMinute: within(one.perMinute * factor) }
      : {
          ...one,
          from: one.from === null ? null : within(one.from * factor),
          to: within(one.to * factor),
        };
  };
  const changed = <T extends { readonly tempo: TempoChange | null }>(
    records: Readonly<Record<string, T>>,
  ): Record<string, T> =>
    Object.fromEntries(
      Object.entries(records).map(([id, one]) => [id, { ...one, tempo: change(one.tempo) }]),
    );
  return {
    ...map,
    start: { ...map.start, tempo: tempo(map.start.tempo) },
    sections: changed(map.sections),
    timeChanges: changed(map.timeChanges),
    variations: changed(map.variations),
  };
};

/** No tempo leaves what a song may have. */
const within = (perMinute: number): number => rounded(Math.min(400, Math.max(20, perMinute)));
