import { unzipSync } from 'fflate';
import { LONGEST_NAME } from '../../base/fields';
import { cutText, plainText } from '../../base/plainText';
import { fail, ok, type Result } from '../../base/result';
import { plural } from '../../base/words';
import { mapFromPasted, readPasted } from '../../text/paste';
import { readBandFile, readSongFile, type SongFile } from '../sheet';
import { songFromMidi } from './midi';
import { songFromMusicXml } from './musicXml';
import type { Understood } from './song';
import { at, childrenOf, parseXml } from './xml';

/** The largest file that is opened, in bytes, and what a packed one may come to. */
export const LARGEST_FILE = 10_000_000;
const LARGEST_UNPACKED = 40_000_000;
const MOST_ENTRIES = 200;

/** A file that was opened, with what a person should know before it is kept. */
export type Opened = Omit<Understood, 'map'> &
  Pick<SongFile, 'arrangements'> & {
    /** The text of a band’s or a set’s file, which holds more than one song. */
    readonly band?: string;
  };

/**
 * A song from a file of any kind that is read, told by what is in it and not by its name: MIDI,
 * MusicXML (packed or not), our own JSON, or text.
 *
 * @param name of the file, for a song that has no title
 * @param tolerance by how much tempos read from MIDI may be off, in seconds
 */
export const openSong = (bytes: Uint8Array, name: string, tolerance: number): Result<Opened> => {
  if (bytes.length > LARGEST_FILE) return refuse('It is larger than 10 MB.');
  if (bytes.length === 0) return refuse('It is empty.');
  const title = cutText(name.replace(/\.[a-z0-9]{1,8}$/i, ''), LONGEST_NAME) || 'Song';
  const start = String.fromCharCode(...bytes.subarray(0, 4));
  if (start === 'MThd') return one(songFromMidi(bytes, title, tolerance));
  if (start === 'RIFF') {
    return refuse(
      'It is a RIFF file, as sound is: a song is opened from MIDI, MusicXML, JSON or text.',
    );
  }
  if (start.startsWith('PK')) {
    const unpacked = unpack(bytes);
    return unpacked.ok ? one(songFromMusicXml(unpacked.value, title)) : unpacked;
  }
  const { text, guessed } = decoded(bytes);
  const first = text.trimStart().slice(0, 1);
  if (first === '<') return one(songFromMusicXml(text, title));
  if (first === '{' || first === '[') return ownFile(text);
  return fromText(text, title, guessed);
};

const refuse = (message: string) => fail('invalid', 'File', message);

const one = (read: Result<Understood>): Result<Opened> => {
  if (!read.ok) return read;
  const { map, title: whole, ...rest } = read.value;
  const title = cutText(whole, LONGEST_NAME);
  return ok({
    ...rest,
    guessed: [
      ...(title === plainText(whole).trim()
        ? []
        : [`Its title is longer than ${LONGEST_NAME} characters: it was cut.`]),
      ...rest.guessed,
    ],
    title: title || 'Song',
    arrangements: [{ name: 'As recorded', map }],
  });
};

const ownFile = (text: string): Result<Opened> => {
  if (/^\s*\{\s*"format"\s*:\s*"ebrant-band"/.test(text)) return bandOf(text);
  const read = readSongFile(text);
  if (!read.ok) return read;
  const { title, arrangements } = read.value;
  const found = arrangements.map(({ name, map }) => {
    const sections = Object.keys(map.sections).length;
    const patterns = Object.keys(map.patterns).length;
    return `${name}: ${sections} sections, ${patterns} patterns.`;
  });
  return ok({ title, arrangements, found, guessed: [], left: [] });
};

const bandOf = (text: string): Result<Opened> => {
  const read = readBandFile(text);
  if (!read.ok) return read;
  const { songs, events, library } = read.value;
  const sets = events.reduce((sum, one) => sum + one.sets.length, 0);
  return ok({
    title: library ? 'A band’s back-up' : (events[0]?.title ?? 'A set'),
    arrangements: [],
    band: text,
    found: [
      `${songs.length} songs: ${songs.map(({ title }) => title).join(', ')}.`,
      `${events.length} gigs and rehearsals with ${sets} sets.`,
      ...(library ? [`${Object.keys(library.patterns).length} patterns in the library.`] : []),
    ],
    guessed: ['It is put beside what the band has; nothing is replaced.'],
    left: [],
  });
};

/** Text in UTF-8 or UTF-16; what is neither is taken for Windows’ Latin letters. */
const decoded = (bytes: Uint8Array): { text: string; guessed: string[] } => {
  const [first, second] = bytes;
  if (first === 0xff && second === 0xfe)
    return { text: new TextDecoder('utf-16le').decode(bytes), guessed: [] };
  if (first === 0xfe && second === 0xff)
    return { text: new TextDecoder('utf-16be').decode(bytes), guessed: [] };
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), guessed: [] };
  } catch {
    return {
      text: new TextDecoder('windows-1252').decode(bytes),
      guessed: ['It is not UTF-8: letters with accents may be others.'],
    };
  }
};

const MOST_SAID = 20;

const fromText = (text: string, title: string, guessed: string[]): Result<Opened> => {
  const { lines: all, songs, problem } = readPasted(text);
  const [song, ...others] = songs;
  const lines = song ? all.slice(song.from - 1, song.to) : all;
  const sections = lines.reduce((sum, line) => sum + line.sections.length, 0);
  if (sections === 0) return refuse(problem ?? 'No section was found in it.');
  let count = 0;
  const map = mapFromPasted(lines, new Map(), () => `text${++count}`);
  const titled = `“${song?.title}” was left aside.`;
  const guesses = lines.flatMap(({ line, guesses: own }) =>
    own.filter((said) => said !== titled).map((said) => `Line ${line}: ${said}`),
  );
  const lost = lines.filter(({ status }) => status === 'not understood');
  return ok({
    title: song?.title || title,
    arrangements: [{ name: 'As recorded', map }],
    found: [`${plural(sections, 'section')}.`],
    guessed: [
      ...guessed,
      ...(problem ? [problem] : []),
      ...others.map(
        (other) =>
          `It speaks of “${other.title}” from line ${other.from} on; that was left out. Paste it into a song of its own.`,
      ),
      ...guesses.slice(0, MOST_SAID),
    ],
    left: lost
      .slice(0, MOST_SAID)
      .map(({ line, text: said }) => `Line ${line}: ${cutText(said, 120)}`),
  });
};

/**
 * The score in compressed MusicXML: the file that META-INF/container.xml names. Nothing is unpacked
 * that says it is larger than may be.
 */
const unpack = (bytes: Uint8Array): Result<string> => {
  let [entries, total] = [0, 0];
  const small = (file: { name: string; originalSize: number }) => {
    entries++;
    total += file.originalSize;
    return (
      entries <= MOST_ENTRIES && total <= LARGEST_UNPACKED && /\.(xml|musicxml)$/i.test(file.name)
    );
  };
  let files: Readonly<Record<string, Uint8Array>>;
  try {
    files = unzipSync(bytes, { filter: small });
  } catch {
    return refuse('It is packed, but cannot be unpacked: it may be cut short.');
  }
  if (total > LARGEST_UNPACKED || entries > MOST_ENTRIES)
    return refuse('It unpacks to more than 40 MB, which no score does.');
  const text = (name: string | undefined) =>
    name !== undefined && Object.hasOwn(files, name) ? decoded(files[name]!).text : undefined;
  const container = parseXml(text('META-INF/container.xml') ?? '');
  const rootfile = container.ok
    ? childrenOf(at(container.value, 'rootfiles'), 'rootfile')[0]?.attributes['full-path']
    : undefined;
  const other = Object.keys(files).find((name) => !name.startsWith('META-INF/'));
  const score = text(rootfile) ?? text(other);
  return score === undefined ? refuse('There is no score in it.') : ok(score);
};
