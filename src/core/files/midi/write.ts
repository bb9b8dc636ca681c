import {
  type Writer,
  writeBytes,
  writer,
  writeUint8,
  writeUint16,
  writeUint24,
  writeUint32,
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
} from './events';

/**
 * A Standard MIDI File as bytes; text is UTF-8. The mirror of `readMidi`.
 *
 * | part | content |
 * |---|---|
 * | `MThd` | length 6, format, number of tracks, ticks a quarter |
 * | `MTrk` | length, then for each event the ticks since the last one (variable length) and the event |
 * | meta event | FF, type, length (variable length), data |
 *
 * Source: Standard MIDI Files 1.0, RP-001, MIDI Manufacturers Association.
 */
export const writeMidi = ({ format, division, tracks }: MidiFile): Uint8Array => {
  const out = writer();
  writeBytes(out, letters('MThd'));
  writeUint32(out, 6);
  writeUint16(out, format);
  writeUint16(out, tracks.length);
  writeUint16(out, division);
  for (const track of tracks) writeTrack(out, track);
  return Uint8Array.from(out.bytes);
};

const writeTrack = (out: Writer, { events, end }: MidiTrack) => {
  const body = writer();
  let at = 0;
  for (const { ticks, event } of events) {
    writeVariable(body, ticks - at);
    writeEvent(body, event);
    at = ticks;
  }
  writeVariable(body, end - at);
  writeMeta(body, META_END, []);
  writeBytes(out, letters('MTrk'));
  writeUint32(out, body.bytes.length);
  writeBytes(out, body.bytes);
};

const writeEvent = (out: Writer, event: MidiEvent) => {
  switch (event.type) {
    case 'tempo': {
      const data = writer();
      writeUint24(data, event.microseconds);
      return writeMeta(out, META_TEMPO, data.bytes);
    }
    case 'meter':
      return writeMeta(out, META_METER, [
        event.numerator,
        Math.log2(event.denominator),
        event.clocks,
        THIRTY_SECONDS_A_QUARTER,
      ]);
    case 'text':
      return writeMeta(out, TEXT_KINDS[event.kind], new TextEncoder().encode(event.text));
    case 'note-on':
      return writeBytes(out, [0x90 | event.channel, event.key, event.velocity]);
    case 'note-off':
      return writeBytes(out, [0x80 | event.channel, event.key, event.velocity]);
    case 'other':
      return writeBytes(out, event.bytes);
  }
};

const THIRTY_SECONDS_A_QUARTER = 8;

const writeMeta = (out: Writer, type: number, data: ArrayLike<number> & Iterable<number>) => {
  writeUint8(out, META);
  writeUint8(out, type);
  writeVariable(out, data.length);
  writeBytes(out, data);
};

const letters = (word: string): number[] => [...word].map((letter) => letter.charCodeAt(0));
