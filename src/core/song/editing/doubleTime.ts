import type { Operation } from '../../base/document';
import { fail, ok, type Result } from '../../base/result';
import {
  FASTEST,
  type NoteValue,
  perMinuteAt,
  type Rate,
  SLOWEST,
  type Ticks,
} from '../../music/time';
import {
  type Every,
  formOf,
  fromFirst,
  MOST_BARS,
  MOST_EVERY,
  type Position,
  type RoadMap,
  resolve,
  type Section,
  writtenOrder,
} from '../roadmap';
import { compile, speedAt } from '../timeline';
import { detailsIn, patch, setField } from './sections';

/** A conversion with what it does to the bar numbers, in a sentence. */
export type Conversion = { readonly operations: readonly Operation[]; readonly sentence: string };

/**
 * Writes a section in double-time feel at twice the tempo with twice the bars: it sounds and lasts
 * the same, but the click runs twice as fast and the bar numbers after it move.
 */
export const writtenDoubled = (map: RoadMap, id: string): Result<Conversion> => convert(map, id, 2);

/** The way back: half the tempo, half the bars, and a double-time feel. */
export const writtenAsFeel = (map: RoadMap, id: string): Result<Conversion> =>
  convert(map, id, 0.5);

const convert = (map: RoadMap, id: string, by: 2 | 0.5): Result<Conversion> => {
  const section = map.sections[id];
  if (!section) return fail('gone', 'Section', 'It is no longer there.');
  const place = `Section “${section.name}”`;
  const refuse = (message: string) => fail('invalid', place, message);
  const { bars, feel } = resolve(map, section);
  const inside = detailsIn(map, id);
  if (section.tempo?.kind === 'ramp' || inside.some(({ where }) => where === 'timeChanges'))
    return refuse('Its tempo or meter changes on the way; convert the stretches by themselves.');
  if (inside.some(({ where }) => where === 'variations'))
    return refuse('Some passes differ; write the passes out first.');
  if (by === 2 && feel.backbeat !== 'double-time')
    return refuse('It has no double-time feel to write out.');
  if (by === 0.5 && bars % 2 !== 0)
    return refuse(`${bars} bars cannot be halved; an even number can.`);
  if (bars * by > MOST_BARS) return refuse(`It would come to ${bars * by} bars.`);
  const timeline = compile(map);
  const passage = timeline.passages.find((one) => one.section === id);
  const speed = passage && speedAt(timeline.tempo, passage.startTicks);
  if (!passage || !speed) return refuse('It is never played.');
  const unit = section.tempo?.unit ?? map.start.tempo.unit;
  const before = tempoFigure(speed, unit);
  const after = before * by;
  if (after > FASTEST || after < SLOWEST)
    return refuse(`The tempo would be ${after}; it goes from ${SLOWEST} to ${FASTEST}.`);
  const last = passage.firstPlayed + bars - 1;
  return ok({
    operations: [
      patch('sections', id, {
        bars: bars * by,
        tempo: { kind: 'held', perMinute: after, unit },
        feel: { ...feel, backbeat: by === 2 ? 'normal' : 'double-time' },
      }),
      ...restored(map, section, { kind: 'held', perMinute: before, unit }),
      ...movedPlaces(map, id, by),
    ],
    sentence: `“${section.name}”, bars ${passage.firstPlayed} to ${last} at ${before}, becomes bars ${passage.firstPlayed} to ${passage.firstPlayed + bars * by - 1} at ${after}. It lasts the same; bars after it are counted ${by === 2 ? `${bars} on` : `${bars / 2} back`}.`,
  });
};

const tempoFigure = (speed: Rate, unit: NoteValue): number =>
  Math.round(perMinuteAt(speed, unit) * 1000) / 1000;

/** The section after it goes on at the tempo that held before, unless it sets its own. */
const restored = (
  map: RoadMap,
  section: Section,
  tempo: NonNullable<Section['tempo']>,
): Operation[] => {
  const order = writtenOrder(formOf(map));
  const next = order[order.findIndex(({ id }) => id === section.id) + 1];
  return next && next.tempo === null ? setField('sections', next.id, 'tempo', tempo) : [];
};

/** Every place in the section at twice, or half, its distance from the beginning. */
const movedPlaces = (map: RoadMap, id: string, by: 2 | 0.5): Operation[] => {
  const timeline = compile(map);
  const passage = timeline.passages.find((one) => one.section === id)!;
  const bar = (passage.ticks / passage.bars) as Ticks;
  const moved = ({ bar: at, ticks }: Position): Position => {
    const from = (fromFirst(at, passage.bars) - 1) * bar + ticks;
    // Nothing stands earlier than a bar before the section.
    const to = Math.max(-bar, Math.round(from * by));
    const line = Math.floor(to / bar);
    return { bar: line + 1, ticks: to - line * bar };
  };
  return detailsIn(map, id).flatMap(({ where, detail }): Operation[] => {
    const places = (['at', 'from', 'to'] as const).flatMap((field) => {
      const position = (detail as Record<string, unknown>)[field] as Position | 'end' | null;
      return position && position !== 'end' ? [[field, moved(position)] as const] : [];
    });
    const { every } = detail as { every?: Every };
    const bars = every ? every.bars * by : 0;
    const again =
      every && Number.isInteger(bars) && bars <= MOST_EVERY
        ? { every: { bars, toBar: every.toBar && Math.ceil(every.toBar * by) } }
        : {};
    // As one: a beginning that is moved alone might lie behind its end.
    return places.length === 0
      ? []
      : [patch(where, detail.id, { ...Object.fromEntries(places), ...again })];
  });
};
