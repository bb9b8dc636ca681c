import type { Seconds } from '../../music/time';
import { pausesOf } from './pauses';
import { type Ending, type Intent, type Plan, SAME, type Segment, type Waiting } from './plan';

/** Where a segment begins, and what holds then. */
export type Start = {
  readonly clock: number;
  readonly place: Seconds;
  readonly intent: Intent;
  readonly waits?: Waiting;
};

/** The next thing that happens on the way from a place. */
type PlannedEvent = {
  readonly at: Seconds;
  readonly why: Ending;
  /** Where it goes on; nothing at the end. */
  readonly next: Omit<Start, 'clock'> | undefined;
};

/** A segment from where it begins to the next thing that happens. */
export const segmentFrom = (id: number, { clock, place, intent, waits }: Start): Segment => {
  const common = { id, clock, place, intent, waits };
  if (waits) return { ...common, rate: 0, until: place, ends: Number.POSITIVE_INFINITY, why: 'go' };
  const rate = rateOf(intent);
  const { at, why } = nextEvent(place, intent);
  return { ...common, rate, until: at, ends: clock + Math.max(0, at - place) / rate, why };
};

/** A plan laid out until it reaches a time of the clock, its end, or a wait. */
export const unfold = (plan: Plan, until: number): Plan => {
  const segments: [Segment, ...Segment[]] = [...plan.segments];
  let { nextId } = plan;
  for (let last = segments.at(-1)!; last.ends <= until; last = segments.at(-1)!) {
    const { next } = nextEvent(last.place, last.intent);
    if (last.waits || !next) break;
    segments.push(segmentFrom(nextId++, { clock: last.ends, ...next }));
  }
  return nextId === plan.nextId ? plan : { segments, nextId };
};

/** How fast: the loop's round may have a rate of its own. */
export const rateOf = ({ rate, loop }: Intent): number => loop?.rates?.[loop.round] ?? rate;

/** At one place a jump goes before a wait, that before a fermata, a loop before a vamp. */
export const nextEvent = (place: Seconds, intent: Intent): PlannedEvent => {
  const end: PlannedEvent = { at: intent.program.seconds, why: 'end', next: undefined };
  const events = [jumped(intent), waited(intent), ...paused(place, intent), looped(intent), end];
  return events
    .filter((event) => event !== undefined)
    .filter(({ at }) => at >= place - SAME)
    .reduceRight((later, event) => (event.at <= later.at + SAME ? event : later), end);
};

const jumped = (intent: Intent): PlannedEvent | undefined => {
  const { jump } = intent;
  if (!jump) return undefined;
  return { at: jump.from, why: 'jump', next: { place: jump.to, intent: leapt(intent, jump.to) } };
};

const waited = (intent: Intent): PlannedEvent | undefined => {
  const { wait } = intent;
  if (wait === undefined) return undefined;
  const waits = { on: wait, pause: undefined };
  return {
    at: wait,
    why: 'wait',
    next: { place: wait, intent: { ...intent, wait: undefined }, waits },
  };
};

/** Vamps and fermatas on the way. A loop goes round through its vamps. */
const paused = (place: Seconds, intent: Intent): PlannedEvent[] => {
  const { live, program, loop, cued } = intent;
  if (!live) return [];
  return pausesOf(program).flatMap((pause): PlannedEvent[] => {
    if (pause.of === 'vamp') {
      const round = loop === undefined && !cued.has(pause.key) && place < pause.to - SAME;
      return round ? [{ at: pause.to, why: 'vamp', next: { place: pause.from, intent } }] : [];
    }
    const passed = { ...intent, cued: new Set([...cued, pause.key]) };
    if (cued.has(pause.key) && pause.to - pause.from < SAME) return [];
    if (cued.has(pause.key))
      return [{ at: pause.from, why: 'cue', next: { place: pause.to, intent: passed } }];
    const waits = { on: pause.to, pause };
    return [{ at: pause.from, why: 'fermata', next: { place: pause.from, intent: passed, waits } }];
  });
};

const looped = (intent: Intent): PlannedEvent | undefined => {
  const { loop } = intent;
  if (!loop) return undefined;
  const round = loop.round + 1;
  if (loop.rates && round >= loop.rates.length)
    return { at: loop.to, why: 'change', next: { place: loop.to, intent: without(intent) } };
  const again = { ...leapt(intent, loop.from), loop: { ...loop, round } };
  return { at: loop.to, why: 'loop', next: { place: loop.from, intent: again } };
};

const without = (intent: Intent): Intent => ({ ...intent, loop: undefined });

/** What holds after a leap: vamps and fermatas that lie ahead again wait again. */
export const leapt = (intent: Intent, to: Seconds): Intent => ({
  ...intent,
  jump: undefined,
  aim: undefined,
  cued: new Set(
    pausesOf(intent.program)
      .filter(({ key, to: end }) => intent.cued.has(key) && end <= to + SAME)
      .map(({ key }) => key),
  ),
});

/**
 * How far the program goes by without a leap from a segment on, as far as the plan is laid out; what
 * follows a wait that nobody has ended yet counts too.
 */
export const reachOf = ({ segments }: Plan, from: Segment): Seconds => {
  let last = from;
  for (const next of segments) {
    if (next.id <= from.id) continue;
    if (LEAPS.has(last.why) || next.intent.program !== from.intent.program) break;
    last = next;
  }
  return last.waits ? nextEvent(last.waits.on, last.intent).at : last.until;
};

const LEAPS: ReadonlySet<Ending> = new Set<Ending>(['jump', 'loop', 'vamp', 'end']);
