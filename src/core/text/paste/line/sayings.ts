import { FASTEST, type Meter, type NoteValue, SLOWEST } from '../../../music/time';
import { parseMeter } from '../../../song/roadmap';
import type { Fact } from '../fact';
import type { Match } from './lexicon';
import { isLetter, type Line, meaningsAt, perToken } from './line';
import { countsAt, isText, numberAt, past, unitAt } from './numbers';
import type { Step } from './step';

/** What is said of a section or of the song: tempo, meter, feel, level, a wait, a fill, a hold. */
export const sayings = perToken((line, index): readonly Step[] => [
  ...tempos(line, index),
  ...meters(line, index),
  ...line.matches[index]!.flatMap((match) => phrases(line, index, match)),
  ...waits(line, index),
  ...fills(line, index),
  ...holds(line, index),
]);

const say = (to: number, cost: number, fact: Fact, guess?: string): Step => ({
  to,
  cost,
  does: { does: 'say', fact, ...(guess && { guess }) },
});

const textOf = (line: Line, from: number, to: number): string =>
  line.text.slice(line.tokens[from]!.at, line.tokens[to - 1]!.end);

/** `half note = 110`, `tempo about 100`, `72-76 bpm`, `110 click`, `@ 96`, or a number by itself. */
const tempos = (line: Line, index: number): Step[] => {
  const [note] = meaningsAt(line, index, 'note');
  const [word] = meaningsAt(line, index, 'tempo');
  const begin = note?.end ?? word?.end ?? index;
  const at = past(line, begin, '=', ':', '@', 'about', 'ca', '.', 'is', '~', 'at', 'approx');
  const found = tempoNumber(line, at);
  if (!found) return [];
  const marks = line.tokens.slice(begin, at).map(({ text }) => text);
  const named = word !== undefined || marks.includes('@') || (note && marks.includes('='));
  const bpm = unitAt(line, found.to);
  const behind = bpm?.unit === 'bpm' ? bpm.to : found.to;
  const to = past(line, behind, 'click');
  const unit = note?.meaning.kind === 'note' ? (note.meaning.value as NoteValue) : 'quarter';
  const tempo = { perMinute: found.perMinute, unit };
  // `dotted quarter 60`
  const bare = note !== undefined && note.end > index + 1 && at === note.end && !bpm;
  if (named || bare || to > found.to) return [say(to, 0, { tempo }, found.guess)];
  return begin === index && isTempoByItself(line, at, found)
    ? [say(to, 0.4, { tempo }, `“${found.perMinute}” was taken as the tempo.`)]
    : [];
};

type Found = { readonly perMinute: number; readonly to: number; readonly guess?: string };

const tempoNumber = (line: Line, at: number): Found | undefined => {
  const lower = line.tokens[at];
  if (lower?.kind !== 'number' || lower.value < SLOWEST || lower.value > FASTEST) return undefined;
  const upper = isText(line, at + 1, '-') ? line.tokens[at + 2] : undefined;
  return upper?.kind === 'number' && upper.value > lower.value && upper.value <= FASTEST
    ? {
        perMinute: (lower.value + upper.value) / 2,
        to: at + 3,
        guess: `Between ${lower.value} and ${upper.value} the middle was taken.`,
      }
    : { perMinute: lower.value, to: at + 1 };
};

/** A number that would be a long section, alone in its line, behind a comma, or in brackets. */
const isTempoByItself = (line: Line, at: number, { perMinute, to }: Found): boolean => {
  if (line.pure || perMinute < 50 || perMinute > 240) return false;
  const bracket = isText(line, at - 1, '(') && isText(line, to, ')');
  return (bracket && !line.clauses[at - 2]?.named) || line.begins[at]!;
};

const meters = (line: Line, index: number): Step[] => {
  const token = line.tokens[index]!;
  const written = token.kind === 'meter' ? parseMeter(token.text) : undefined;
  return [
    ...(written?.ok && written.value ? [say(index + 1, 0, { meter: written.value })] : []),
    ...meaningsAt(line, index, 'meter').flatMap(({ end, meaning }) =>
      meaning.kind === 'meter' ? [say(end, 0, { meter: meterOf(meaning.value) })] : [],
    ),
  ];
};

const meterOf = ([numerator, denominator]: readonly [number, Meter['denominator']]): Meter => ({
  numerator,
  denominator,
});

const phrases = (line: Line, index: number, { end, meaning }: Match): Step[] => {
  if (meaning.kind === 'repeat')
    // `(rpt)` behind a section is twice.
    return [
      {
        to: end,
        cost: meaning.what === 'those' ? 0.05 : 0,
        does: { does: 'again', what: meaning.what },
      },
    ];
  if (meaning.kind === 'jump')
    return [{ to: end, cost: 0.05, does: { does: 'jump', what: meaning.what } }];
  const letter = isLetter(line.tokens[index]!);
  if (meaning.kind !== 'said' || (letter && line.pure)) return [];
  const { fact, guess } = meaning.said;
  // `no drums till bar 9` is not the whole section.
  if (fact.tacet && isPartly(line, end)) return [];
  const to = past(line, end, '.');
  return [say(to, letter ? 0.1 : 0, fact, guess?.(textOf(line, index, end)))];
};

const isPartly = (line: Line, end: number): boolean => {
  const at = past(line, end, 'till', 'until', 'til', 'bis', 'first', 'last', 'for', 'in', 'the');
  return at > end && (numberAt(line, at) !== undefined || meaningsAt(line, at, 'unit').length > 0);
};

/** How far a cue may stand behind `till`. */
const CUE_WITHIN = 5;

/** `till the nod`, `until Odile nods`, `vamp until cue from Wren`. */
const waits = (line: Line, index: number): Step[] => {
  if (meaningsAt(line, index, 'until').length === 0) return [];
  for (let at = index + 1; at < index + CUE_WITHIN; at++) {
    if (line.tokens[at]?.kind !== 'word') return [];
    if (meaningsAt(line, at, 'cue').length === 0) continue;
    let to = at + 1;
    if (isText(line, to, 'from', 'by', 'of'))
      while (line.tokens[to]?.kind === 'word' && to < at + CUE_WITHIN) to++;
    return [say(to, 0, { vamp: { cue: textOf(line, index + 1, to) } })];
  }
  return [];
};

/** `big fill into chorus`, `w/ a fill in the last bar`. */
const fills = (line: Line, index: number): Step[] => {
  const from = isText(line, index, 'w', 'with') ? past(line, index + 1, '/', 'a') : index;
  const [fill] = meaningsAt(line, past(line, from, 'big', 'drum', 'snare', 'tom', 'a'), 'fill');
  if (!fill) return [];
  let to = past(line, fill.end, 'in', 'on', 'at', 'into', 'out', 'to', 'the', 'last', 'bar', 'end');
  if (to > fill.end && meaningsAt(line, to, 'name').length > 0) to++;
  const said = 'Where the fill begins is not said; the last bar was taken.';
  return [say(to, 0, { fill: textOf(line, from, to) }, said)];
};

const LONGEST_HOLD = 60;

/** `hold 3 seconds`, `hold the last note`. */
const holds = (line: Line, index: number): Step[] => {
  const [hold] = meaningsAt(line, index, 'hold');
  if (!hold) return [];
  const to = past(line, hold.end, 'the', 'last', 'final', 'end', 'note', 'chord', 'bar', 'for');
  const seconds = countsAt(line, to).find(({ unit }) => unit === 'second');
  return seconds && seconds.value <= LONGEST_HOLD
    ? [say(seconds.to, 0, { hold: seconds.value })]
    : [say(to, 0, { hold: 3 }, 'How long the hold lasts is not said; 3 s was taken.')];
};
