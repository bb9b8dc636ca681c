import type { Program } from '../../song/set';
import { passageName } from '../../song/timeline';
import { text } from './format';
import { onsetFrame } from './onsets';

/** A named place in a file. */
export type Marker = { readonly frame: number; readonly label: string };

/** Where songs and their sections begin; a song's count-in has its title. */
export const markersOf = ({ songs }: Program): Marker[] =>
  songs.flatMap(({ title, start, barOne, timeline }) => [
    ...(barOne > start ? [{ frame: onsetFrame(start), label: title }] : []),
    ...timeline.passages.map((passage) => ({
      frame: onsetFrame(barOne + passage.startSeconds),
      label: passageName(passage),
    })),
  ]);

/** The frames of a marker are 32 bits wide: those past the first 24 hours are left out. */
const LAST_FRAME = 0xffff_ffff;

/**
 * Markers as chunks that follow the samples: their places in `cue `, their names in `LIST` `adtl`
 * `labl`.
 *
 * | bytes | content |
 * |---|---|
 * | 12 | `cue `, size of the rest, how many |
 * | 24 each | number, frame, `data`, 0, 0, frame |
 * | 12 | `LIST`, size of the rest, `adtl` |
 * | 12 + name each | `labl`, size, number, the name in UTF-8 with a zero, padded to an even length |
 *
 * Source: Multimedia Programming Interface and Data Specifications 1.0 (IBM and Microsoft, 1991).
 */
export const markerChunks = (markers: readonly Marker[]): Uint8Array => {
  const kept = markers.filter(({ frame }) => frame <= LAST_FRAME);
  if (kept.length === 0) return new Uint8Array(0);
  const names = kept.map(({ label }) => new TextEncoder().encode(`${label}\0`));
  const labels = names.reduce((sum, { length }) => sum + 12 + length + (length % 2), 0);
  const bytes = new Uint8Array(12 + 24 * kept.length + 12 + labels);
  const view = new DataView(bytes.buffer);
  text(view, 0, 'cue ');
  view.setUint32(4, 4 + 24 * kept.length, true);
  view.setUint32(8, kept.length, true);
  kept.forEach(({ frame }, index) => {
    const at = 12 + 24 * index;
    view.setUint32(at, index + 1, true);
    view.setUint32(at + 4, frame, true);
    text(view, at + 8, 'data');
    view.setUint32(at + 20, frame, true);
  });
  let at = 12 + 24 * kept.length;
  text(view, at, 'LIST');
  view.setUint32(at + 4, 4 + labels, true);
  text(view, at + 8, 'adtl');
  at += 12;
  names.forEach((name, index) => {
    text(view, at, 'labl');
    view.setUint32(at + 4, 4 + name.length, true);
    view.setUint32(at + 8, index + 1, true);
    bytes.set(name, at + 12);
    at += 12 + name.length + (name.length % 2);
  });
  return bytes;
};
