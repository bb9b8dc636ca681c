import type { Goal } from './goals';
import type { PlanItem, PlannedDay, PlannedSong, PracticeDay } from './items';
import { type Outlook, outlookOf } from './outlook';
import { isReached, type Standing } from './standing';
import {
  AGAIN,
  again,
  clamp,
  inMinutes,
  listened,
  onPad,
  type State,
  statesOf,
  WORK,
  weightOf,
  worked,
} from './work';

export type Plan = {
  readonly days: readonly PlannedDay[];
  readonly outlook: readonly Outlook[];
};

export type Asked = {
  /** The days before the gig or rehearsal, in order. */
  readonly days: readonly PracticeDay[];
  readonly songs: readonly PlannedSong[];
  readonly goals: readonly { readonly goal: Goal; readonly standing: Standing }[];
};

// All of these are common practice, no source.
/** Of a day so much is warm-up, within bounds (minutes), unless the day is shorter than that. */
const WARM_UP = { share: 1 / 8, least: 2, most: 8, from: 10 };
/** After so many minutes there is a pause of so many. */
export const BREAK = { after: 25, lasts: 5 };
/** So much of the last day is kept for playing the set through. */
const LAST_DAY = 0.5;

/**
 * What to practise on each day: warm-up first, what is learnt again when it is due, then what fills most of the
 * songs and what is hard, a pause after 25 minutes, and playing through at the end. No day has more minutes than
 * were given; from the last one with a kit on, a day ends with the set as far as there is time.
 */
export const planOf = ({ days, songs, goals }: Asked): Plan => {
  const states = statesOf(goals);
  const begun = new Set(songs.filter(({ isBegun }) => isBegun).map((song) => song.arrangement));
  const weights = new Map(states.map((state) => [state, weightOf(state, songs)]));
  const free = days.filter(({ minutes, done }) => minutes > done);
  const last = (free.findLast(({ hasKit }) => hasKit) ?? free.at(-1))?.day ?? 0;
  const planned = days.map((one): PlannedDay => {
    const items = dayOf(one, { songs, states, weights, begun, isLast: one.day >= last });
    return { ...one, items };
  });
  return {
    days: planned,
    outlook: outlookOf(states),
  };
};

type Around = {
  readonly songs: readonly PlannedSong[];
  readonly states: readonly State[];
  readonly weights: ReadonlyMap<State, number>;
  /** Songs that were practised or listened to; those of the day are added. */
  readonly begun: Set<string>;
  readonly isLast: boolean;
};

const dayOf = ({ day, minutes: given, done, hasKit }: PracticeDay, around: Around): PlanItem[] => {
  const minutes = given - done;
  if (minutes <= 0) return [];
  const { songs, states, weights, isLast } = around;
  const breaks = Math.floor((minutes - 1) / BREAK.after) * BREAK.lasts;
  const warmUp =
    hasKit && done === 0 && minutes >= WARM_UP.from
      ? clamp(Math.round(minutes * WARM_UP.share), WARM_UP.least, WARM_UP.most)
      : 0;
  const open = minutes - breaks - warmUp;
  const whole = songs.reduce((sum, { seconds }) => sum + inMinutes(seconds), 0);
  const kept = isLast
    ? Math.min(open, whole, Math.max(Math.ceil(open * LAST_DAY), shortest(songs)))
    : Math.min(open, open >= 3 * shortest(songs) ? shortest(songs) : 0);
  let left = open - kept;
  const work: PlanItem[] = [];
  const put = (item: PlanItem) => {
    work.push(item);
    left -= item.minutes;
  };
  const worth = (state: State) =>
    (weights.get(state) ?? 0) * (1 - Math.min(1, (state.tempo ?? 0) / state.goal.target));
  const byWorth = states
    .filter(({ goal, tempo, last }) => !isReached(goal, tempo) && last !== day)
    .toSorted((a, b) => worth(b) - worth(a));
  if (hasKit) {
    const due = states
      .filter(({ review }) => review && review.due <= day)
      .toSorted((a, b) => a.review!.due - b.review!.due || weights.get(b)! - weights.get(a)!);
    const half = left / 2;
    for (const state of due) if (open - kept - left + AGAIN <= half) put(again(state, day));
    for (const state of byWorth) {
      if (left < WORK.least) break;
      put(worked(state, day, left, around.begun));
    }
  } else {
    for (const song of songs) {
      if (around.begun.has(song.arrangement) || inMinutes(song.seconds) > left / 2) continue;
      put(listened(song));
      around.begun.add(song.arrangement);
    }
    for (const state of byWorth) if (left >= WORK.least) put(onPad(state, left));
  }
  const warm: PlanItem[] = warmUp
    ? [{ form: 'warm-up', minutes: warmUp, why: 'Slowly and softly, before anything is fast.' }]
    : [];
  const through = playedThrough(songs, work, isLast, hasKit);
  return paced([...warm, ...work, ...through], minutes, isLast);
};

const shortest = (songs: readonly PlannedSong[]): number =>
  songs.length === 0 ? 0 : Math.min(...songs.map(({ seconds }) => inMinutes(seconds)));

/** Songs to be played through: on the last day the set in order, before it what was worked at most. */
const playedThrough = (
  songs: readonly PlannedSong[],
  work: readonly PlanItem[],
  isLast: boolean,
  hasKit: boolean,
): PlanItem[] => {
  const at = (song: PlannedSong) =>
    work.reduce((sum, item) => (item.song === song.arrangement ? sum + item.minutes : sum), 0);
  const order = isLast ? songs : songs.toSorted((a, b) => at(b) - at(a));
  return order.map((song) => ({
    form: hasKit ? 'play-through' : 'listen',
    minutes: inMinutes(song.seconds),
    song: song.arrangement,
    why: isLast
      ? 'The set in its order, as it will be.'
      : at(song) > 0
        ? 'What was practised, in its place.'
        : 'There is time for it.',
  }));
};

/**
 * As much as there are minutes for, with a pause between two items wherever that is nearest to 25 minutes.
 *
 * @param cuts whether the last song is begun that there is not enough time for
 */
const paced = (items: readonly PlanItem[], minutes: number, cuts: boolean): PlanItem[] => {
  const all: PlanItem[] = [];
  let [since, left] = [0, minutes];
  for (const item of items) {
    const rests = since > 0 && since + item.minutes / 2 > BREAK.after ? BREAK.lasts : 0;
    const takes = Math.min(item.minutes, left - rests);
    if (takes <= 0 || (takes < item.minutes && !cuts)) continue;
    if (rests > 0) {
      all.push({
        form: 'break',
        minutes: rests,
        why: 'Ears and hands rest. Stop for the day where anything hurts.',
      });
      since = 0;
    }
    all.push({ ...item, minutes: takes });
    since += takes;
    left -= rests + takes;
  }
  return all;
};
