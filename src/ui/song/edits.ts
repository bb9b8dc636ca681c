import { ok, type Result } from '@/core/base/result';
import type { NoteValue } from '@/core/music/time';
import {
  orInherited,
  parseFeel,
  parseLevel,
  parseMeter,
  parseTempo,
  parseWhole,
} from '@/core/song/roadmap';

/** Columns of a row that are typed, with how their text is read; empty means as the part says. */
export const COLUMNS = {
  name: (text: string) => ok(text),
  bars: orInherited((text) => ok(parseWhole(text))),
  times: (text: string) => ok(parseWhole(text)),
  level: orInherited(parseLevel),
  tempo: (text: string, unit: NoteValue) => parseTempo(text, unit),
  meter: (text: string) => parseMeter(text),
  feel: orInherited(parseFeel),
} satisfies Record<string, (text: string, unit: NoteValue) => Result<unknown>>;

export type Column = keyof typeof COLUMNS;
