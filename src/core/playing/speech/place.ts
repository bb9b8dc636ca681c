import { lastAtOrBefore } from '../../base/search';
import { type Seconds, seconds } from '../../music/time';
import { type Announcement, type Line, SPOKEN, type Wording } from './announcements';

/** What is said of an announcement, and when. */
export type Spoken = Omit<Announcement, 'wordings'> &
  Line & { readonly at: Seconds; readonly length: number };

export type Placing = {
  /** In order of time. */
  readonly spoken: readonly Spoken[];
  /** What found no room. */
  readonly left: readonly Announcement[];
};

/** Silence (s) between one utterance and the next, and before the place that is spoken of. */
const APART = 0.08;

/** How much earlier (s) something may be said that is always true. */
const EARLIER = 4;

/** The rule by which one gives way to another, as it is shown. */
export const RULE =
  'Counting in goes first, then cues, then what is left of a vamp or a long section, then names. What finds its place taken is said up to 4 seconds earlier, or not at all; a count is said whole or not at all. Everything is over before the place it speaks of.';

/**
 * Says when each announcement is spoken, and how. Those that go first (see `SPOKEN`) get the time they
 * wish for, earlier where they would not be over by their place; others make room.
 *
 * @param lengthOf how long it takes to say something, in seconds; nothing where nobody can
 * @param rate how fast the program goes by: words take as long as ever while the music hurries
 */
export const placeSpeech = (
  wanted: readonly Announcement[],
  lengthOf: (line: Line) => number | undefined,
  rate = 1,
): Placing => {
  const spoken: Spoken[] = [];
  const left: Announcement[] = [];
  const say = (one: Announcement, wording: Wording): boolean => {
    const { wordings: _, ...rest } = one;
    const { text, take } = wording;
    const length = lengthOf({ voice: one.voice, text, take });
    if (length === undefined) return false;
    const at = freeTime(spoken, one, wording, length * rate, rate);
    if (at === undefined) return false;
    const said = { ...rest, text, take, at: seconds(at), length: length * rate };
    spoken.splice(firstAfter(spoken, at), 0, said);
    return true;
  };
  /** All of a group by the first of its wordings that has room, or none. */
  const sayWhole = (group: readonly Announcement[]): boolean =>
    (group[0]?.wordings ?? []).some((_, way) => {
      const before = [...spoken];
      const isSaid = group.every((one) => {
        const wording = one.wordings[way];
        return wording !== undefined && say(one, wording);
      });
      if (!isSaid) spoken.splice(0, spoken.length, ...before);
      return isSaid;
    });
  for (const kind of SPOKEN) {
    const inTurn = wanted.filter(({ of }) => of === kind).sort((a, b) => a.place - b.place);
    for (const group of groupsOf(inTurn)) if (!sayWhole(group)) left.push(...group);
  }
  return { spoken, left };
};

/** What is said whole or not at all belongs together; everything else stands alone. */
const groupsOf = (inTurn: readonly Announcement[]): Announcement[][] => {
  const groups = new Map<string | Announcement, Announcement[]>();
  for (const one of inTurn) {
    const key = one.whole ?? one;
    groups.set(key, [...(groups.get(key) ?? []), one]);
  }
  return [...groups.values()];
};

/**
 * How long (s) the words would take where nobody can say: about fifteen letters a second.
 *
 * @example guessedLength({ text: 'Bridge in two', take: 'plain' }) // => 1.117
 */
export const guessedLength = ({ text, take }: Pick<Line, 'text' | 'take'>): number =>
  (0.25 + text.length / 15) * (take === 'short' ? 0.55 : 1);

const freeTime = (
  spoken: readonly Spoken[],
  { of, place }: Announcement,
  { wish, earlier }: Wording,
  length: number,
  rate: number,
): number | undefined => {
  const apart = APART * rate;
  // A number that is counted is said on its beat or not at all.
  if (of === 'count') return wish + length <= place + 1e-9 ? wish : undefined;
  let at = Math.min(wish, place - apart - length);
  const earliest = Math.max(0, earlier === undefined ? at - EARLIER * rate : wish - earlier);
  for (;;) {
    const taken = spoken[firstAfter(spoken, at + length + apart) - 1];
    if (at < earliest - 1e-9) return undefined;
    if (!taken || taken.at + taken.length + apart <= at) return at;
    at = taken.at - apart - length;
  }
};

/** Where in a list in order of time the first stands that begins at a time or later. */
const firstAfter = (spoken: readonly Spoken[], time: number): number =>
  lastAtOrBefore(spoken, time - 1e-9, ({ at }) => at) + 1;
