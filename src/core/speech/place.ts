import { lastAtOrBefore } from '../search';
import { type Seconds, seconds } from '../time';
import { type Announcement, SPOKEN } from './announcements';

/** An announcement with the time at which it is said. */
export type Spoken = Announcement & { readonly at: Seconds; readonly length: number };

export type Placing = {
  /** In order of time. */
  readonly spoken: readonly Spoken[];
  /** What found no room. */
  readonly left: readonly Announcement[];
};

/** Silence between one utterance and the next, and before the place that is spoken of, in seconds. */
const APART = 0.08;
/** How much earlier than wished something may be said, in seconds. */
const EARLIER = 4;

/** The rule by which one gives way to another, as it is shown. */
export const RULE =
  'Counting in goes first, then cues, then what is left of a vamp or a long section, then names. What finds its place taken is said up to 4 seconds earlier, or not at all. Everything is over before the place it speaks of.';

/**
 * Says when each announcement is spoken. Those that go first (see `SPOKEN`) get the time they wish
 * for, earlier where they would not be over by their place; others make room.
 *
 * @param lengthOf how long it takes to say something, in seconds
 */
export const placeSpeech = (
  wanted: readonly Announcement[],
  lengthOf: (one: Announcement) => number,
): Placing => {
  const spoken: Spoken[] = [];
  const left: Announcement[] = [];
  const inTurn = SPOKEN.flatMap((kind) =>
    wanted.filter(({ of }) => of === kind).sort((a, b) => a.place - b.place),
  );
  for (const one of inTurn) {
    const length = lengthOf(one);
    const at = freeTime(spoken, one, length);
    if (at === undefined) left.push(one);
    else spoken.splice(firstAfter(spoken, at), 0, { ...one, at: seconds(at), length });
  }
  return { spoken, left };
};

/** How long the words would take where nobody can say: about fifteen letters a second. */
export const guessedLength = ({ text }: Pick<Announcement, 'text'>): number =>
  0.25 + text.length / 15;

const freeTime = (
  spoken: readonly Spoken[],
  { of, wish, place }: Announcement,
  length: number,
): number | undefined => {
  const latest = place - APART - length;
  let at = Math.min(wish, latest);
  // A number that is counted is said on its beat or not at all.
  if (of === 'count') return wish + length <= place + 1e-9 ? wish : undefined;
  const earliest = Math.max(0, at - EARLIER);
  for (;;) {
    const after = firstAfter(spoken, at + length + APART);
    const taken = spoken[after - 1];
    if (at < earliest - 1e-9) return undefined;
    if (!taken || taken.at + taken.length + APART <= at) return at;
    at = taken.at - APART - length;
  }
};

/** Where in a list in order of time the first stands that begins at a time or later. */
const firstAfter = (spoken: readonly Spoken[], time: number): number =>
  lastAtOrBefore(spoken, time - 1e-9, ({ at }) => at) + 1;
