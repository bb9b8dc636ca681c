import { fail, ok, type Result } from '../../base/result';
import { parseClock } from '../../music/time';
import {
  parseMeter,
  parseOneTempo,
  parseWhole,
  type RoadMap,
  startSchema,
  usualCountIn,
} from '../../song/roadmap';
import { type Draft, refuse } from './draft';
import { cut, IN_QUOTES, type Piece, readQuoted, trimmed } from './text';

type Start = Partial<RoadMap['start']>;

/** The song's line: tempo, meter, count-in, pickup, first bar, recording, note, in any order, each once. */
export const readSong = (draft: Draft, piece: Piece, line: number): void => {
  const said: Record<string, unknown> = {};
  const at = new Map<string, Piece>();
  for (const item of cut(piece, ',').map(trimmed)) {
    if (item.text === '') continue;
    const read = readItem(item.text);
    if (!read.ok) refuse(draft, line, item, read.problem.message);
    else if (Object.keys(read.value).some((key) => at.has(key)))
      refuse(draft, line, item, 'This is said twice.');
    else {
      Object.assign(said, read.value);
      for (const key of Object.keys(read.value)) at.set(key, item);
    }
  }
  const meter = said.meter as RoadMap['start']['meter'] | undefined;
  const counted = meter && !('countIn' in said) ? { countIn: usualCountIn(meter) } : {};
  const parsed = startSchema.safeParse({ ...draft.map.start, ...counted, ...said });
  if (parsed.success) {
    draft.map.start = parsed.data as RoadMap['start'];
    return;
  }
  const [issue] = parsed.error.issues;
  refuse(draft, line, at.get(String(issue!.path[0])) ?? trimmed(piece), issue!.message);
};

const HELP = 'Here stands the tempo, in a meter, count, pickup, from bar, recording or a note.';

const readItem = (text: string): Result<Start> => {
  const [, word = '', rest = ''] = /^(\S+)\s*(.*)$/s.exec(text) ?? [];
  const read = READERS[word.toLowerCase()];
  if (read) return read(rest);
  const tempo = parseOneTempo(text, 'quarter');
  return tempo.ok && tempo.value ? ok({ tempo: tempo.value }) : fail('invalid', '', HELP);
};

const whole =
  (field: 'countIn' | 'pickup') =>
  (text: string): Result<Start> =>
    ok({ [field]: parseWhole(text) });

const READERS: Readonly<Record<string, (text: string) => Result<Start>>> = {
  in: (text) => {
    const meter = parseMeter(text);
    if (!meter.ok) return meter;
    return meter.value ? ok({ meter: meter.value }) : fail('invalid', '', 'Say which meter.');
  },
  count: whole('countIn'),
  pickup: whole('pickup'),
  from: (text) =>
    /^bar\b/i.test(text)
      ? ok({ firstBar: parseWhole(text.slice(3).trim()) })
      : fail('invalid', '', HELP),
  note: (text) => {
    const notes = readQuoted(text);
    return notes === undefined ? fail('invalid', '', IN_QUOTES) : ok({ notes });
  },
  recording: (text) => {
    const [from = '', end] = text.split(/\s+to\s+/);
    const time = (one: string) => parseClock(one) ?? Number.NaN;
    return ok({ recording: time(from), recordingEnd: end === undefined ? null : time(end) });
  },
};
