import { firstOrders } from '@/core/document';
import type { Result } from '@/core/result';
import {
  blankRoadMap,
  type Feel,
  newSection,
  parseLevel,
  parseMeter,
  parseTempo,
  type RoadMap,
  type Section,
  STRAIGHT,
} from '@/core/roadmap';
import type { NoteValue } from '@/core/time';

/** A section of a demo song: name, bars, level, and what else is particular. */
export type Line = readonly [name: string, bars: number, level: string, more?: More];

type More = {
  readonly times?: number;
  readonly tempo?: string;
  readonly meter?: string;
  readonly feel?: Partial<Feel>;
  readonly click?: boolean;
};

type Head = {
  readonly tempo: number;
  readonly unit?: NoteValue;
  readonly meter?: string;
  readonly countIn?: number;
  readonly pickup?: number;
};

/** A road map from lines; a mistake in the demo stops its loading. */
export const roadMap = (head: Head, lines: readonly Line[]): RoadMap => {
  const unit = head.unit ?? 'quarter';
  const orders = firstOrders(lines.length);
  const sections = lines.map((line, index) => section(line, `s${index + 1}`, orders[index]!, unit));
  return {
    ...blankRoadMap(),
    start: {
      tempo: { perMinute: head.tempo, unit },
      meter: certain(parseMeter(head.meter ?? '4/4'))!,
      countIn: head.countIn ?? 4,
      pickup: head.pickup ?? 0,
    },
    sections: Object.fromEntries(sections.map((one) => [one.id, one])),
  };
};

const section = (
  [name, bars, level, more = {}]: Line,
  id: string,
  order: string,
  unit: NoteValue,
): Section => ({
  ...newSection(id, { name, bars }),
  order,
  times: more.times ?? 1,
  level: certain(parseLevel(level)),
  tempo: certain(parseTempo(more.tempo ?? '', unit)),
  meter: certain(parseMeter(more.meter ?? '')),
  feel: { ...STRAIGHT, ...more.feel },
  click: more.click ?? true,
});

const certain = <T>(result: Result<T>): T => {
  if (!result.ok) throw new Error(`Demo data: ${result.problem.message}`);
  return result.value;
};
