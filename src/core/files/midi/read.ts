import { fail, ok, type Result } from '../../base/result';
import {
  type Reader,
  readBytes,
  reader,
  readUint8,
  readUint16,
  readUint32,
  readVariable,
  writer,
  writeVariable,
} from './bytes';
import {
  META,
  META_END,
  META_METER,
  META_TEMPO,
  type MidiEvent,
  type MidiFile,
  type MidiTrack,
  TEXT_KINDS,
  type TextKind,
  type Timed,
} from './events';

/**
 * Limits: format 0 or 1, ticks a quarter (no SMPTE time), at most 256 tracks and a million events.
 * Nothing is guessed: a file that is cut short, runs over a chunk or leaves bytes is refused with the
 * offset where it goes wrong.
 */
const MOST_TRACKS = 256;
const MOST_EVENTS = 1_000_000;

/** Reads a Standard MIDI File strictly; the mirror of `writeMidi`. Unknown chunks are passed over. */
export const readMidi = (bytes: Uint8Array): Result<MidiFile> => {
  const input = reader(bytes);
  const isMidi = word(input) === 'MThd';
  const header = readUint32(input);
  if (!isMidi || header < 6 || 8 + header > bytes.length)
    return wrong(0, 'This is not a Standard MIDI File.');
  const [format, count, division] = [readUint16(input), readUint16(input), readUint16(input)];
  if (format !== 0 && format !== 1) return wrong(8, 'Only formats 0 and 1 are read.');
  if (input.failed || count < 1 || count > MOST_TRACKS || (format === 0 && count > 1)) {
    return wrong(10, 'The number of tracks is not possible.');
  }
  if (division === 0 || division > 0x7fff)
    return wrong(12, 'Only ticks a quarter are read, not frames.');
  // A longer header is passed over, as the standard asks (Standard MIDI Files 1.0, 1996).
  input.at = 8 + header;
  const tracks: MidiTrack[] = [];
  while (!input.failed && input.at < bytes.length) {
    const start = input.at;
    const kind = word(input);
    const length = readUint32(input);
    if (input.failed || input.at + length > bytes.length)
      return wrong(start, 'The file is cut short.');
    if (kind === 'MTrk') {
      const track = readTrack(reader(bytes, input.at, input.at + length));
      if (!track.ok) return track;
      tracks.push(track.value);
    }
    input.at += length;
  }
  if (tracks.length !== count)
    return wrong(10, `${count} tracks are announced, ${tracks.length} are there.`);
  return ok({ format, division, tracks });
};

const readTrack = (input: Reader): Result<MidiTrack> => {
  const events: Timed[] = [];
  let ticks = 0;
  let running = 0;
  while (input.at < input.end && events.length < MOST_EVENTS) {
    const start = input.at;
    ticks += readVariable(input);
    const first = readUint8(input);
    const status = first < 0x80 ? running : first;
    if (input.failed || status < 0x80) return wrong(start, 'An event is not complete.');
    if (first < 0x80) input.at--;
    if (status === META) {
      const type = readUint8(input);
      const data = readBytes(input, readVariable(input));
      if (input.failed) return wrong(start, 'A meta event runs over the end of its track.');
      if (type === META_END) return endOfTrack(input, start, { events, end: ticks });
      const event = metaEvent(type, data);
      if (!event)
        return wrong(start, 'A tempo or meter has a length or value that is not possible.');
      events.push({ ticks, event });
      running = 0;
    } else {
      const event = status >= 0xf0 ? systemEvent(input, status) : channelEvent(input, status);
      if (input.failed || !event) return wrong(start, 'An event is not complete.');
      events.push({ ticks, event });
      running = status >= 0xf0 ? 0 : status;
    }
  }
  return wrong(input.at, 'A track does not end.');
};

const endOfTrack = (input: Reader, start: number, track: MidiTrack): Result<MidiTrack> =>
  input.at === input.end ? ok(track) : wrong(start, 'There is more after the end of a track.');

const metaEvent = (type: number, data: Uint8Array): MidiEvent | undefined => {
  if (type === META_TEMPO) {
    const microseconds = data.reduce((sum, byte) => sum * 256 + byte, 0);
    return data.length === 3 && microseconds > 0 ? { type: 'tempo', microseconds } : undefined;
  }
  if (type === META_METER) {
    const [numerator = 0, power = 0, clocks = 0] = data;
    if (data.length !== 4 || numerator === 0 || power > 8) return undefined;
    return { type: 'meter', numerator, denominator: 2 ** power, clocks };
  }
  const kind = (Object.keys(TEXT_KINDS) as TextKind[]).find((name) => TEXT_KINDS[name] === type);
  if (kind) return { type: 'text', kind, text: textOf(data) };
  return { type: 'other', bytes: [META, type, ...variable(data.length), ...data] };
};

/** Text that says nothing of how it is written: UTF-8, else Shift-JIS where that is Japanese, else Latin. */
const textOf = (data: Uint8Array): string => {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(data);
  } catch {
    const japanese = new TextDecoder('shift_jis').decode(data);
    const isJapanese =
      /[\u3040-\u30ff\u4e00-\u9fff]/.test(japanese) && !/[\ufffd\uff61-\uff9f]/.test(japanese);
    return isJapanese ? japanese : new TextDecoder('windows-1252').decode(data);
  }
};

const systemEvent = (input: Reader, status: number): MidiEvent | undefined => {
  if (status !== 0xf0 && status !== 0xf7) return undefined;
  const data = readBytes(input, readVariable(input));
  return { type: 'other', bytes: [status, ...variable(data.length), ...data] };
};

const channelEvent = (input: Reader, status: number): MidiEvent | undefined => {
  const channel = status & 0x0f;
  const high = status & 0xf0;
  const first = readUint8(input);
  const second = high === 0xc0 || high === 0xd0 ? 0 : readUint8(input);
  if (first > 0x7f || second > 0x7f) return undefined;
  if (high === 0x90 && second > 0)
    return { type: 'note-on', channel, key: first, velocity: second };
  if (high === 0x90 || high === 0x80)
    return { type: 'note-off', channel, key: first, velocity: second };
  return {
    type: 'other',
    bytes: high === 0xc0 || high === 0xd0 ? [status, first] : [status, first, second],
  };
};

const variable = (value: number): readonly number[] => {
  const out = writer();
  writeVariable(out, value);
  return out.bytes;
};

const word = (input: Reader): string => String.fromCharCode(...readBytes(input, 4));

const wrong = (offset: number, message: string) =>
  fail('invalid', `MIDI file, byte ${offset}`, message);
