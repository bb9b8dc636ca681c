import type { PastedLine, PastedSong } from '../pasted';

const MOST_WORDS = 8;
/** No line that is longer is a title. */
const LONGEST_TITLE = 200;

/**
 * Where one song ends and the next begins: at a line like a title, with no section in it, that has
 * sections below.
 *
 * @returns one song of all lines where there are not two such titles
 */
export const songsIn = (lines: readonly PastedLine[]): readonly PastedSong[] => {
  if (lines.length === 0) return [];
  const whole = { title: '', from: 1, to: lines.length };
  const heads = lines.flatMap((line, index) => {
    const title = titleOf(line);
    const next = lines.slice(index + 1).find(({ status }) => status !== 'empty');
    const stands =
      index === 0 || lines[index - 1]!.status === 'empty' || lines[index - 1]!.sections.length > 0;
    const leads = next && (next.sections.length > 0 || saysOnlyOfSong(next));
    return title && stands && leads ? [{ title, at: line.line }] : [];
  });
  const songs = heads.map(({ title, at }, index) => ({
    title,
    from: index === 0 ? 1 : at,
    to: (heads[index + 1]?.at ?? lines.length + 1) - 1,
  }));
  const full = songs.every(
    ({ from, to }) =>
      lines.slice(from - 1, to).reduce((sum, { sections }) => sum + sections.length, 0) > 1,
  );
  return songs.length > 1 && full ? songs : [whole];
};

const saysOnlyOfSong = ({ sections, song }: PastedLine): boolean =>
  sections.length === 0 && Object.keys(song).length > 0;

/** What a title leaves once tempo, meter and key are gone. */
const titleOf = ({ text, sections, status }: PastedLine): string | undefined => {
  if (sections.length > 0 || status === 'empty' || text.length > LONGEST_TITLE) return undefined;
  // What is said behind a title is none of it.
  const title = text.split(/[,;|]/).find((piece) => /\p{L}/u.test(piece)) ?? '';
  const words = title
    .replace(/^\s*(?:\d{1,2}[.)]|#|\*+|song (?:\d+|one|two|three|four)\s*[:.-]?)\s*/i, '')
    .replace(/[([]?\s*(?:♩|q|tempo|bpm)?\s*[=:@]?\s*\d{2,3}\s*(?:bpm)?\s*[)\]]?/gi, ' ')
    .replace(/\b\d{1,2}\/\d{1,2}\b|\bkey(?: of)? [A-G][#b]?m?\b/gi, ' ')
    .replace(/^[\s"“”*,;:–-]+|[\s"“”*,;:.–-]+$/g, '')
    .trim();
  const count = words.split(/\s+/).length;
  return /^\p{Lu}|^\p{L}+$/u.test(words) && count <= MOST_WORDS && !/[?!.]$/.test(text.trim())
    ? words
    : undefined;
};
