import type { Day } from './days';
import type { Goal } from './goals';
import type { PlanItem, PlannedSong } from './items';
import { type Review, reviewAfter } from './review';
import { isReached, type Standing } from './standing';

// All numbers are common practice, no source.
/** A passage is not worked at for longer than this on a day, nor for less (minutes). */
export const WORK = { least: 4, most: 10 };
/** What is learnt takes so long (minutes) to be played again. */
export const AGAIN = 3;
/** Where nothing is logged a passage is begun at a share of its tempo: by strokes a second of its fastest limb. */
const BEGINS: readonly (readonly [below: number, share: number])[] = [
  [4.5, 0.9],
  [6, 0.8],
  [8, 0.7],
  [Number.POSITIVE_INFINITY, 0.6],
];
/** A ladder begins so much below what was clean (share). */
const BELOW = 0.05;
/**
 * By so much of its tempo something gets faster on a day of practice, where the log does not tell; and for so many
 * days of the log that counts beside what it tells.
 */
const GAIN = { usual: 0.06, days: 2 };
/** Rounds at a tempo and the step of a ladder (beats a minute), and how many rounds are not clean. */
const CLIMB = { rounds: 8, step: 4, retries: 1.5 };
/** What is flagged or not sure counts as so much of a song more; a fast limb as so much a stroke a second over what is easy. */
const MARKED = 0.15;
const HARD = { from: 4.5, each: 0.03 };

/** Something easy is worked at by itself where it is at least this much of a song. */
const MUCH = 0.25;

/**
 * What of a song is worked at by itself. What is easy, little, and marked by nobody comes with the song. (4.5
 * strokes a second of one limb is what the table of difficulty calls at sight.)
 */
export const isWorked = ({ kind, fastest, share, isUnsure, isFlagged }: Goal): boolean =>
  fastest >= HARD.from || isUnsure || isFlagged || (kind === 'groove' && share >= MUCH);

/** How far somebody is with a goal, as days of a plan go by. */
export type State = {
  readonly goal: Goal;
  readonly gain: number;
  tempo: number | undefined;
  review: Review | undefined;
  last: Day | undefined;
};

/** Where a plan begins with what there is to work at. */
export const statesOf = (
  goals: readonly { readonly goal: Goal; readonly standing: Standing }[],
): State[] => {
  const usual = usualGain(goals.map(({ standing }) => standing));
  return goals
    .filter(({ goal }) => isWorked(goal))
    .map(({ goal, standing }) => ({
      goal,
      gain: blended(standing, usual),
      tempo: standing.clean,
      review: standing.review,
      last: standing.last,
    }));
};

/** How much it brings to the songs as a whole, of which it belongs to one. */
export const weightOf = ({ goal }: State, songs: readonly PlannedSong[]): number => {
  const total = songs.reduce((sum, { seconds }) => sum + seconds, 0);
  const song = songs.find(({ arrangement }) => arrangement === goal.song);
  const marks = (goal.isFlagged ? MARKED : 0) + (goal.isUnsure ? MARKED : 0);
  const hard = Math.max(0, goal.fastest - HARD.from) * HARD.each;
  return ((song?.seconds ?? 0) / (total || 1)) * (goal.share + marks + hard);
};

/** What somebody gets faster by on a day, over everything that was logged. */
const usualGain = (standings: readonly Standing[]): number =>
  standings.reduce((sum, { gain, later }) => sum + (gain ?? 0) * later, GAIN.usual * GAIN.days) /
  standings.reduce((sum, { later }) => sum + later, GAIN.days);

const blended = ({ gain, later }: Standing, usual: number): number =>
  ((gain ?? 0) * later + usual * GAIN.days) / (later + GAIN.days);

/** Plays again what is learnt. */
export const again = (state: State, day: Day): PlanItem => {
  const { goal, review, last } = state;
  const waited = day - (last ?? day);
  state.review = reviewAfter(review, day, 1);
  state.last = day;
  return {
    form: 'again',
    minutes: AGAIN,
    song: goal.song,
    goal,
    from: goal.target,
    to: goal.target,
    why: `It was clean at ${goal.target}; played again after ${waited === 1 ? 'a day' : `${waited} days`}, so that it stays.`,
  };
};

/** Works at a goal, as it would go on at its rate. */
export const worked = (state: State, day: Day, left: number, begun: Set<string>): PlanItem => {
  const { goal, gain, tempo } = state;
  const isNew = tempo === undefined;
  const start = tempo ?? firstTempo(goal);
  const from = isNew ? start : start - goal.target * BELOW;
  const wanted = clamp(Math.ceil(minutesFor(goal, from, goal.target)), WORK.least, WORK.most);
  const minutes = Math.min(left, wanted);
  const to = Math.min(
    goal.target,
    start + goal.target * gain,
    Math.max(start, reachedIn(goal, from, minutes)),
  );
  state.tempo = to;
  state.last = day;
  if (isReached(goal, to)) state.review = reviewAfter(undefined, day, 1);
  begun.add(goal.song);
  return {
    form: isNew ? 'layers' : 'ladder',
    minutes,
    song: goal.song,
    goal,
    from: Math.round(from),
    to: isReached(goal, to) ? goal.target : Math.floor(to),
    why: whyWorked(goal, tempo),
  };
};

/** Where a goal is begun of which nothing is logged. */
const firstTempo = ({ target, fastest }: Goal): number =>
  target * BEGINS.find(([below]) => fastest < below)![1];

const whyWorked = (goal: Goal, tempo: number | undefined): string => {
  const much =
    goal.kind === 'groove'
      ? `It is ${percent(goal.share)} of ${goal.title}`
      : goal.isFlagged
        ? 'It was flagged on stage'
        : goal.isUnsure
          ? 'It is marked as not sure'
          : `It comes ${goal.times === 1 ? 'once' : `${goal.times} times`} in ${goal.title}`;
  const far =
    tempo === undefined
      ? 'nothing of it is logged yet'
      : `clean at ${Math.floor(tempo)} of ${goal.target}`;
  return `${much}; ${far}.`;
};

const percent = (share: number): string => `${Math.round(share * 100)} %`;

/** How long (minutes) a ladder takes from a tempo to another. */
const minutesFor = (goal: Goal, from: number, to: number): number => {
  let minutes = 0;
  for (let tempo = from; tempo < to; tempo += CLIMB.step) minutes += minutesAt(goal, tempo);
  return minutes;
};

/** The tempo that a ladder comes to in so many minutes. */
const reachedIn = (goal: Goal, from: number, minutes: number): number => {
  let [tempo, left] = [from, minutes];
  while (tempo < goal.target && left >= minutesAt(goal, tempo)) {
    left -= minutesAt(goal, tempo);
    tempo += CLIMB.step;
  }
  return Math.min(tempo, goal.target);
};

/** How long the rounds at a tempo take, those that are not clean among them. */
const minutesAt = (goal: Goal, tempo: number): number =>
  (CLIMB.rounds * CLIMB.retries * goal.seconds * (goal.target / tempo)) / 60;

/** Hears a song of which nothing is known yet. */
export const listened = ({ arrangement, title, seconds }: PlannedSong): PlanItem => ({
  form: 'listen',
  minutes: inMinutes(seconds),
  song: arrangement,
  why: `Nothing of ${title} is logged yet: hear it through with its road map.`,
});

/** Works at the hands of it, where there is no kit. */
export const onPad = ({ goal, tempo }: State, left: number): PlanItem => ({
  form: 'pad',
  minutes: Math.min(WORK.most / 2, left),
  song: goal.song,
  goal,
  from: Math.round(tempo ?? firstTempo(goal)),
  to: Math.round(Math.min(goal.target, (tempo ?? firstTempo(goal)) * (1 + BELOW))),
  why: `The hands alone, as there is no kit; ${tempo === undefined ? 'nothing of it is logged yet' : `clean at ${Math.floor(tempo)} of ${goal.target}`}.`,
});

export const clamp = (value: number, least: number, most: number): number =>
  Math.min(most, Math.max(least, value));

/** Whole minutes that are enough for a time in seconds. */
export const inMinutes = (seconds: number): number => Math.max(1, Math.ceil(seconds / 60));
