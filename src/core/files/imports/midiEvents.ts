import { plainText } from '../../base/plainText';
import { lastAtOrBefore } from '../../base/search';
import { readFermataText } from '../fermataText';
import type { MidiFile } from '../midi';

/** What is read of a file: its events by kind, each in order of time. */
export type Sorted = {
  readonly division: number;
  readonly texts: readonly { ticks: number; kind: string; text: string; track: number }[];
  readonly tempos: readonly { ticks: number; microseconds: number }[];
  readonly meters: readonly { ticks: number; numerator: number; denominator: number }[];
  readonly notes: readonly Note[];
  readonly end: number;
};

type Note = {
  readonly ticks: number;
  readonly channel: number;
  readonly key: number;
  readonly velocity: number;
  readonly track: number;
};

/** In one pass, since there may be a million events. */
export const sorted = ({ division, tracks }: MidiFile): Sorted => {
  const texts: Sorted['texts'][number][] = [];
  const tempos: Sorted['tempos'][number][] = [];
  const meters: Sorted['meters'][number][] = [];
  const notes: Note[] = [];
  tracks.forEach(({ events }, track) => {
    for (const { ticks, event } of events) {
      if (event.type === 'note-on') {
        const { channel, key, velocity } = event;
        notes.push({ ticks, channel, key, velocity, track });
      } else if (event.type === 'text') {
        texts.push({ ticks, kind: event.kind, text: event.text.trim(), track });
      } else if (event.type === 'tempo') {
        tempos.push({ ticks, microseconds: event.microseconds });
      } else if (event.type === 'meter') {
        meters.push({ ticks, numerator: event.numerator, denominator: event.denominator });
      }
    }
  });
  for (const list of [texts, tempos, meters, notes]) list.sort((a, b) => a.ticks - b.ticks);
  const end = tracks.reduce((last, track) => Math.max(last, track.end), 0);
  return { division, texts, tempos, meters, notes, end };
};

/** The texts of a kind, as a document may keep them: some programs end theirs with a NUL. */
export const textsIn = ({ texts }: Sorted, wanted: string) =>
  texts
    .filter(({ kind }) => kind === wanted)
    .map((one) => ({ ...one, text: plainText(one.text).trim() }));

/** A fermata in the file’s ticks, with how many ticks of fermatas lie before it. */
export type Held = {
  readonly from: number;
  readonly ticks: number;
  readonly before: number;
  readonly seconds: number;
  readonly words: string;
};

/** Holds that a file of ours tells of: whole quarters that stand for time that stands still. */
export const holdsIn = (file: Sorted): Held[] => {
  let before = 0;
  const timeAt = timesIn(file);
  return textsIn(file, 'text').flatMap(({ ticks, text }) => {
    const said = readFermataText(text);
    if (!said) return [];
    const begin = timeAt(ticks);
    const quarters = (to: number) => timeAt(ticks + to * file.division) - begin;
    let length = 1;
    while (length < 64 && quarters(length) < said.seconds - 0.001) length++;
    const fermata = {
      from: ticks,
      ticks: length * file.division,
      before,
      ...said,
    };
    before += fermata.ticks;
    return [fermata];
  });
};

/** When a tick of the file is reached, in seconds. */
export const timesIn = ({ tempos, division }: Sorted): ((ticks: number) => number) => {
  const segments = [{ ticks: 0, seconds: 0, tempo: 500_000 }];
  for (const { ticks, microseconds } of tempos) {
    const last = segments.at(-1)!;
    const seconds = last.seconds + ((ticks - last.ticks) * last.tempo) / division / 1e6;
    segments.push({ ticks, seconds, tempo: microseconds });
  }
  return (ticks) => {
    const found = lastAtOrBefore(segments, ticks, (one) => one.ticks);
    const { ticks: from, seconds, tempo } = segments[Math.max(0, found)]!;
    return seconds + ((ticks - from) * tempo) / division / 1e6;
  };
};

/** A tick of the file with the holds before it taken out. */
export const unheld = (held: readonly Held[], ticks: number): number =>
  ticks - held.reduce((sum, one) => sum + Math.min(one.ticks, Math.max(0, ticks - one.from)), 0);
