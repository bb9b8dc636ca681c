import { type Seconds, seconds } from '../../music/time';
import type { Program } from '../../song/set';
import { type Loop, loopAt, type MoveKind, moveAt, nextBarLine } from './moves';
import { type Pause, pausesOf } from './pauses';
import {
  type Ending,
  type Intent,
  type Plan,
  placeIn,
  SAME,
  type Segment,
  segmentAt,
} from './plan';
import { samePlace } from './samePlace';
import { leapt, type Start, segmentFrom, unfold } from './unfold';

/**
 * Steps from a plan to a plan. Each takes the earliest time of the clock at which what is planned can
 * still be changed; before it everything stays as it was.
 */

type Beginning = Pick<Intent, 'program' | 'rate' | 'live'> & {
  readonly place: Seconds;
  /** Where it was asked to begin; what lies before is a lead up to it. */
  readonly aim?: Seconds | undefined;
  /** What is played over and over from the first round on. */
  readonly loop?: Loop | undefined;
};

/** A program from a place of it on. */
export const begin = (
  { program, rate, live, place, aim, loop }: Beginning,
  clock: number,
): Plan => {
  const rest = {
    loop: loop && { ...loop, round: 0 },
    jump: undefined,
    wait: undefined,
    cued: new Set<string>(),
  };
  const intent = { program, rate, live, aim, ...rest };
  return { segments: [segmentFrom(0, { clock, place, intent })], nextId: 1 };
};

/** Another rate from here on; 1 is as written. */
export const withRate = (plan: Plan, clock: number, rate: number): Plan =>
  intend(plan, clock, { rate });

/** Whether vamps and fermatas wait. */
export const withLive = (plan: Plan, clock: number, live: boolean): Plan =>
  intend(plan, clock, { live });

/**
 * Plays a stretch over and over from the next time its end is reached, or no longer.
 *
 * @param loop with a rate for each round it goes on after the last; without, it is endless at the plan's rate
 */
export const withLoop = (plan: Plan, clock: number, loop: Loop | undefined): Plan =>
  loop || startAt(plan, clock).intent.loop
    ? intend(plan, clock, { loop: loop && { ...loop, round: 0 } })
    : plan;

/** Other rates for the rounds to come of what is looped; what holds for the round that goes by is not asked. */
export const withRates = (plan: Plan, clock: number, rates: readonly number[]): Plan => {
  const { loop, rate } = startAt(plan, clock).intent;
  if (!loop) return plan;
  const now = loop.rates?.[loop.round] ?? rate;
  const kept = rates.map((one, round) => (round === loop.round ? now : one));
  return intend(plan, clock, { loop: { ...loop, rates: kept } });
};

/** Loops the section that goes by, or that was asked for while what leads up to it goes by. */
export const loopHere = (plan: Plan, clock: number): Plan => {
  const { place, intent } = startAt(plan, clock);
  const { aim } = intent;
  const ahead = aim !== undefined && place < aim ? aim : place;
  return withLoop(plan, clock, loopAt(intent.program, ahead));
};

/**
 * A move on the musical way: at the bar line, at the end of this time through a vamp, or at once
 * where no bar goes by. Where everybody waits it ends the wait.
 *
 * @returns the plan itself where there is no way
 */
export const move = (plan: Plan, clock: number, kind: MoveKind): Plan => {
  const start = startAt(plan, clock);
  const { place, intent, waits } = start;
  const vamp = kind === 'leave' ? vampAt(start) : undefined;
  if (vamp) return intend(plan, clock, { cued: new Set([...intent.cued, vamp.key]) });
  const way = moveAt(intent.program, place, kind);
  if (!way) return plan;
  // Whoever goes on has done with the loop.
  const loop = kind === 'again' ? intent.loop : undefined;
  if (waits || way.from <= place + SAME) {
    const there = leapt({ ...intent, loop }, way.to);
    return replan(plan, { clock: start.clock, place: way.to, intent: there }, 'jump');
  }
  return intend(plan, clock, { jump: way, loop });
};

/** Goes on at a place at once, also where everybody waits. */
export const goTo = (plan: Plan, clock: number, place: Seconds): Plan => {
  const { clock: from, intent } = startAt(plan, clock);
  return replan(plan, { clock: from, place, intent: leapt(intent, place) }, 'jump');
};

/**
 * Where everybody waits: goes on. Where a wait is agreed on: takes it back. In the bar before a
 * fermata: its cue, ahead of time. Anywhere else: a wait at the next bar line.
 */
export const waitOrGoOn = (plan: Plan, clock: number): Plan => {
  const { clock: from, place, intent, waits } = startAt(plan, clock);
  if (waits) return replan(plan, { clock: from, place: waits.on, intent }, 'go');
  if (intent.wait !== undefined) return intend(plan, clock, { wait: undefined });
  const line = nextBarLine(intent.program, place);
  const fermata = intent.live
    ? pausesOf(intent.program).find(
        ({ of, from, key }) =>
          of === 'fermata' &&
          from >= place &&
          from <= (line ?? place) + SAME &&
          !intent.cued.has(key),
      )
    : undefined;
  if (fermata) return intend(plan, clock, { cued: new Set([...intent.cued, fermata.key]) });
  return line === undefined ? plan : intend(plan, clock, { wait: line });
};

/**
 * Another program under way: goes on at the same bar and beat of what is left, with everything that
 * was decided, as far as its places are still there.
 *
 * @returns nothing where none of what was to come is left
 */
export const withProgram = (plan: Plan, clock: number, program: Program): Plan | undefined => {
  const { clock: from, place, intent, waits } = startAt(plan, clock);
  const there = (time: Seconds) => samePlace(intent.program, program, time);
  const now = there(place);
  if (now === undefined) return undefined;
  const stretch = <T extends { readonly from: Seconds; readonly to: Seconds }>(
    one: T | undefined,
  ) => {
    const [from, to] = one ? [there(one.from), there(one.to)] : [];
    return one && from !== undefined && to !== undefined ? { ...one, from, to } : undefined;
  };
  const loop = loopIn(program, intent.loop, there) ?? stretch(intent.loop);
  const jump = stretch(intent.jump);
  const next: Intent = {
    ...intent,
    program,
    aim: intent.aim && there(intent.aim),
    loop: loop && loop.from < loop.to - SAME ? loop : undefined,
    jump: jump && jump.from > now - SAME ? jump : undefined,
    wait: intent.wait === undefined ? undefined : there(intent.wait),
  };
  return replan(
    plan,
    { clock: from, place: now, intent: next, ...waitingIn(next, waits, there) },
    'change',
  );
};

/** The loop of a section, around that section as it is in another program. */
const loopIn = (
  program: Program,
  loop: Intent['loop'],
  there: (time: Seconds) => Seconds | undefined,
): Intent['loop'] => {
  const at = loop?.section === undefined ? undefined : there(loop.section);
  const again = at === undefined ? undefined : loopAt(program, at);
  return loop && again && { ...loop, ...again };
};

/** What is waited for, in another program; nothing where that is gone. */
const waitingIn = (
  { program }: Intent,
  waits: Start['waits'],
  there: (time: Seconds) => Seconds | undefined,
): Pick<Start, 'waits'> => {
  if (!waits) return {};
  if (!waits.pause) return { waits: { ...waits, on: there(waits.on) ?? seconds(0) } };
  const pause = pausesOf(program).find(({ key }) => key === waits.pause?.key);
  return pause ? { waits: { pause, on: pause.to } } : {};
};

/** The plan without what went by long ago. */
export const since = (plan: Plan, clock: number): Plan => {
  const [first, ...rest] = plan.segments.filter(({ ends }) => ends > clock);
  return first && 1 + rest.length < plan.segments.length
    ? { ...plan, segments: [first, ...rest] }
    : plan;
};

/** The vamp that goes round and that nobody has left. */
export const vampAt = ({ place, intent }: Pick<Start, 'place' | 'intent'>): Pause | undefined =>
  intent.live
    ? pausesOf(intent.program).find(
        ({ of, key, from, to }) =>
          of === 'vamp' && !intent.cued.has(key) && place >= from - SAME && place < to - SAME,
      )
    : undefined;

/** What holds at a time of the clock; before the music begins, what it will begin with. */
const startAt = (plan: Plan, when: number): Start => {
  const segment = segmentAt(unfold(plan, when), when);
  const { intent, waits } = segment;
  const clock = Math.max(when, segment.clock);
  return { clock, place: placeIn(segment, clock), intent, ...(waits && { waits }) };
};

/** The same place with another intent. */
const intend = (plan: Plan, clock: number, intent: Partial<Intent>): Plan => {
  const start = startAt(plan, clock);
  return replan(plan, { ...start, intent: { ...start.intent, ...intent } }, 'change');
};

/** Everything from a start on is planned anew; an end that has come stays. */
const replan = (before: Plan, start: Start, why: Ending): Plan => {
  const { clock } = start;
  const plan = unfold(before, clock);
  const segment = segmentAt(plan, clock);
  if (segment.why === 'end' && segment.ends <= clock) return plan;
  const past = plan.segments.filter((one) => one.id < segment.id);
  const cut: Segment[] =
    clock > segment.clock ? [{ ...segment, ends: clock, until: placeIn(segment, clock), why }] : [];
  const [first, ...rest] = [...past, ...cut, segmentFrom(plan.nextId, start)];
  return { segments: [first!, ...rest], nextId: plan.nextId + 1 };
};
