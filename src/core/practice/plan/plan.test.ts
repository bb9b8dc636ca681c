import fc from 'fast-check';
import { newPattern, USUAL_LAYOUT } from '../../music/kit';
import { perform } from '../../playing/performance';
import { STRAIGHT } from '../../song/roadmap';
import { compile } from '../../song/timeline';
import { roadMapFrom } from '../../text/shorthand';
import { fillTraining } from '../fills';
import {
  BREAK,
  type DatedRun,
  dayWords,
  type Goal,
  goalsOf,
  isWorked,
  itemWords,
  notReady,
  type PlanItem,
  type PlannedSong,
  type PracticeDay,
  planOf,
  type Review,
  readinessOf,
  reviewAfter,
  type SongToLearn,
  type Standing,
  standingOf,
  temposWords,
  weekday,
} from '.';

const songOf = (title: string, source: string): SongToLearn => {
  const map = roadMapFrom(source);
  const timeline = compile(map);
  return { arrangement: title, title, map, timeline, notes: perform(map, timeline, USUAL_LAYOUT) };
};

const GRANARY = songOf(
  'Granary',
  [
    'song 120, in 4/4',
    'groove Main = hh 8ths, sn 2 4, bd 1 3',
    'groove Sixteen = hh 16ths, sn 2 4, bd 1 3',
    'Verse: 12, groove Main',
    'Chorus: 9, groove Sixteen',
    'Verse: 12, groove Main',
    'Out: 2, tacet',
  ].join('\n'),
);

const GOAL: Goal = {
  key: 'part a',
  song: 'Granary',
  title: 'Granary',
  kind: 'groove',
  name: 'the groove of Verse',
  bars: { first: 1, last: 4 },
  places: [
    { first: 1, last: 12 },
    { first: 22, last: 33 },
  ],
  target: 100,
  seconds: 12,
  share: 0.5,
  times: 2,
  pattern: undefined,
  fastest: 7,
  limbs: ['right hand', 'left hand'],
  isUnsure: false,
  isFlagged: false,
};
const NOTHING: Standing = {
  clean: undefined,
  last: undefined,
  review: undefined,
  gain: undefined,
  later: 0,
};
const RUN: DatedRun = {
  id: '0198c4f2-2d6e-7c11-8f3a-4f5b6c7d8e9f',
  goal: '',
  passage: 'Verse',
  first: 1,
  last: 4,
  target: 100,
  best: 80,
  rounds: 10,
  clean: 9,
  seconds: 300,
  late: null,
  spread: null,
  song: 'Granary',
  day: 10,
  at: '2026-11-20T18:00:00Z',
};
const SONGS: PlannedSong[] = [
  { arrangement: 'Granary', title: 'Granary', seconds: 170, isBegun: true },
  { arrangement: 'Mill', title: 'Millstone', seconds: 200, isBegun: false },
];
const days = (...minutes: number[]): PracticeDay[] =>
  minutes.map((one, at) => ({ day: 100 + at, minutes: one, done: 0, hasKit: true }));

test('days of the week, and how they are spoken of', () => {
  // Of the calendar: 1 January 1970, 29 February 2000, 1 January 2025, 27 November 2026.
  expect([0, 11016, 20089, 20784].map(weekday)).toEqual([
    'Thursday',
    'Tuesday',
    'Wednesday',
    'Friday',
  ]);
  expect(weekday(-1)).toBe('Wednesday');
  expect([-2, -1, 0, 1, 5].map((ahead) => dayWords(50 + ahead, 50))).toEqual([
    '2 days ago',
    'yesterday',
    'today',
    'tomorrow',
    'in 5 days',
  ]);
});

describe('what there is to be able to play', () => {
  test('a groove for each part, with its places, its tempo and its share', () => {
    const goals = goalsOf(GRANARY);
    expect(goals.map(({ name, bars, share, times }) => [name, bars, share, times])).toEqual([
      ['the groove of Verse', { first: 1, last: 4 }, 24 / 35, 2],
      ['the groove of Chorus', { first: 13, last: 16 }, 9 / 35, 1],
    ]);
    expect(goals[0]!.places).toEqual([
      { first: 1, last: 12 },
      { first: 22, last: 33 },
    ]);
    // Four bars of two seconds and one behind them; before bar 1 there is none.
    expect(goals.map(({ target, seconds }) => [target, seconds])).toEqual([
      [120, 10],
      [120, 12],
    ]);
    expect(goals[0]!.limbs).toEqual(['right hand', 'left hand', 'right foot']);
    // Eighths at 120 are four a second in one hand; sixteenths eight, in one hand or, a stroke each, in two.
    expect(goals[0]!.fastest).toBeCloseTo(4, 6);
    expect(goals[1]!.fastest).toBeGreaterThanOrEqual(4);
  });

  test('a set that plays it slower asks for less', () => {
    const [slower] = goalsOf({ ...GRANARY, rate: 0.9 });
    expect(slower).toMatchObject({ target: 108, seconds: expect.closeTo(10 / 0.9, 9) });
    expect(slower!.fastest).toBeCloseTo(3.6, 6);
  });

  test('a fill that comes again is one, told by where it first comes', () => {
    const map = fillTraining({
      meter: GRANARY.map.start.meter,
      tempo: GRANARY.map.start.tempo,
      feel: STRAIGHT,
      groove: undefined,
      fills: ['a', 'b', 'a'].map((id) => ({
        ...newPattern(id, GRANARY.map.start.meter),
        kind: 'fill',
        order: 'a0',
      })),
      before: 3,
      answers: false,
    });
    const timeline = compile(map);
    const goals = goalsOf({ ...GRANARY, map, timeline, notes: [] }, [4]);
    const fills = goals.filter(({ kind }) => kind === 'fill');
    expect(fills.map(({ key, name, times, pattern }) => [key, name, times, pattern])).toEqual([
      ['fill a', 'the fill in bar 4', 2, 'a'],
      ['fill b', 'the fill in bar 8', 1, 'b'],
    ]);
    expect(fills[0]!.places).toEqual([
      { first: 4, last: 4 },
      { first: 12, last: 12 },
    ]);
    expect(fills.map(({ share, isFlagged }) => [share, isFlagged])).toEqual([
      [expect.closeTo(2 / 12, 9), true],
      [expect.closeTo(1 / 12, 9), false],
    ]);
  });

  test('what was flagged and what is not sure is a goal of its own', () => {
    const flagged = goalsOf(GRANARY, [15]).at(-1)!;
    expect(flagged).toMatchObject({
      kind: 'passage',
      name: 'Chorus',
      isFlagged: true,
      isUnsure: false,
    });
    expect(flagged.bars).toEqual({ first: 13, last: 21 });
  });

  test('what is easy, little and marked by nobody is not worked at by itself', () => {
    const fill: Goal = { ...GOAL, kind: 'fill', fastest: 4.4 };
    expect(isWorked(fill)).toBe(false);
    expect(isWorked({ ...fill, fastest: 4.5 })).toBe(true);
    expect(isWorked({ ...fill, isFlagged: true })).toBe(true);
    expect(isWorked({ ...GOAL, fastest: 1, share: 0.25 })).toBe(true);
    expect(isWorked({ ...GOAL, fastest: 1, share: 0.24 })).toBe(false);
    expect(isWorked({ ...GOAL, fastest: 5, share: 0.01 })).toBe(true);
  });
});

describe('how far somebody is', () => {
  test('the fastest clean tempo of its runs, by place or by key, and of no other song', () => {
    const clean = (...runs: Partial<DatedRun>[]) =>
      standingOf(
        GOAL,
        runs.map((run) => ({ ...RUN, ...run })),
      ).clean;
    expect(clean()).toBeUndefined();
    expect(clean({}, { best: 90 }, { best: null })).toBe(90);
    expect(clean({ first: 24, last: 25 })).toBe(80);
    expect(clean({ first: 12, last: 13 })).toBeUndefined();
    expect(clean({ first: 50, last: 51, goal: 'part a' })).toBe(80);
    expect(clean({ goal: 'part b' })).toBeUndefined();
    expect(clean({ song: 'Millstone' })).toBeUndefined();
  });

  test('what it gained on a day of practice', () => {
    const runs = [
      { ...RUN, day: 12, best: 88 },
      { ...RUN, day: 10, best: 80 },
      { ...RUN, day: 10, best: 76 },
      { ...RUN, day: 13, best: 86 },
    ];
    // From 80 to 88 of 100, on two later days.
    expect(standingOf(GOAL, runs)).toMatchObject({ clean: 88, last: 13, later: 2 });
    expect(standingOf(GOAL, runs).gain).toBeCloseTo(0.04, 9);
    expect(standingOf(GOAL, runs.slice(1, 3)).gain).toBeUndefined();
  });

  test('once it is clean at its tempo it comes back by growing intervals', () => {
    const learnt = [
      { ...RUN, day: 10, best: 100, clean: 10 },
      { ...RUN, day: 11, best: 100, clean: 10 },
    ];
    expect(standingOf(GOAL, [RUN]).review).toBeUndefined();
    expect(standingOf(GOAL, learnt).review).toMatchObject({ due: 17, interval: 6, count: 2 });
  });

  // SM-2, Wozniak 1990, from memory: 1 day, 6 days, then the interval times the ease; the ease changes by
  // 0.1 - (5 - q)(0.08 + (5 - q)·0.02) and is at least 1.3; below 3 it begins again.
  test('intervals of repetition by SM-2', () => {
    const played = (...clean: number[]) =>
      clean.reduce<Review | undefined>(
        (review, one) => reviewAfter(review, review?.due ?? 0, one),
        undefined,
      )!;
    expect(played(1)).toMatchObject({ interval: 1, ease: 2.6 });
    expect(played(1, 1)).toMatchObject({ interval: 6, ease: expect.closeTo(2.7, 9), due: 7 });
    expect(played(1, 1, 1)).toMatchObject({ interval: 17, due: 24 });
    // Four of five: a four, which leaves the ease as it is.
    expect(played(0.8, 0.8, 0.8)).toMatchObject({ interval: 15, ease: expect.closeTo(2.5, 9) });
    expect(played(1, 1, 0.4)).toMatchObject({ interval: 1, count: 0 });
    expect(played(0.6, 0.6, 0.6, 0.6, 0.6, 0.6, 0.6, 0.6, 0.6, 0.6, 0.6).ease).toBe(1.3);
  });
});

describe('the plan', () => {
  const plan = (
    minutes: readonly number[],
    standing: Partial<Standing> = {},
    goals: readonly Goal[] = [GOAL],
  ) =>
    planOf({
      days: days(...minutes),
      songs: SONGS,
      goals: goals.map((goal) => ({ goal, standing: { ...NOTHING, ...standing } })),
    });
  const forms = (made: ReturnType<typeof plan>, day = 0) =>
    made.days[day]!.items.map(({ form, minutes }) => `${form} ${minutes}`);

  // Worked by hand: 5 minutes of warm-up (an eighth of 40), one pause; the shortest song is kept; what is left
  // goes to the ladder, which takes at most 10, and to the songs.
  test('a day of forty minutes', () => {
    const made = plan([40, 40], { clean: 80 });
    expect(forms(made)).toEqual(['warm-up 5', 'ladder 10', 'play-through 3', 'play-through 4']);
    const ladder = made.days[0]!.items[1]!;
    // From 5 of 100 below what was clean. Its rounds take 8 · 1.5 · 12 s at 100: at 75, 79 and 83 they
    // come to 9.1 of 10 minutes, and so to 87; but nobody gains more than 6 of 100 on a day.
    expect(ladder).toMatchObject({
      from: 75,
      to: 86,
      why: 'It is 50 % of Granary; clean at 80 of 100.',
    });
  });

  test('what is new is begun slowly, layer by layer, the slower the faster its limbs are', () => {
    const first = (fastest: number) =>
      plan([40], {}, [{ ...GOAL, fastest }]).days[0]!.items.find(({ form }) => form === 'layers')!;
    expect([4, 5, 7, 9].map((fastest) => first(fastest).from)).toEqual([90, 80, 70, 60]);
    expect(first(4).why).toBe('It is 50 % of Granary; nothing of it is logged yet.');
  });

  test('what is learnt is played again when it is due, not before', () => {
    const learnt = { clean: 100, last: 95, review: { due: 101, interval: 6, count: 2, ease: 2.6 } };
    const made = plan([40, 40, 40], learnt);
    expect(forms(made, 0)).not.toContain('again 3');
    expect(forms(made, 1)).toContain('again 3');
    expect(forms(made, 2)).not.toContain('again 3');
    expect(made.days[1]!.items.find(({ form }) => form === 'again')!.why).toBe(
      'It was clean at 100; played again after 6 days, so that it stays.',
    );
  });

  test('the last day ends with the set in its order', () => {
    const [last] = plan([12]).days.at(-1)!.items.slice(-1);
    expect(last).toMatchObject({ form: 'play-through' });
    const order = plan([40, 60]).days[1]!.items.filter(({ form }) => form === 'play-through');
    expect(order.map(({ song }) => song)).toEqual(['Granary', 'Mill']);
  });

  test('without a kit there are listening, first to what is new, and the pad', () => {
    const made = planOf({
      days: [
        { day: 100, minutes: 30, done: 0, hasKit: false },
        ...days(30).map((one) => ({ ...one, day: 101 })),
      ],
      songs: SONGS,
      goals: [{ goal: GOAL, standing: NOTHING }],
    });
    expect(forms(made).slice(0, 2)).toEqual(['listen 4', 'pad 5']);
    expect(made.days[0]!.items[0]!.why).toContain('Nothing of Millstone is logged yet');
    expect(made.days[0]!.items.every(({ form }) => form === 'listen' || form === 'pad')).toBe(true);
  });

  test('what was practised today is not asked for again today, and its minutes are gone', () => {
    const [today] = planOf({
      days: [{ day: 100, minutes: 40, done: 30, hasKit: true }],
      songs: SONGS,
      goals: [{ goal: GOAL, standing: { ...NOTHING, clean: 80, last: 100 } }],
    }).days;
    expect(today!.items.map(({ form }) => form)).toEqual(['play-through', 'play-through']);
    const sum = today!.items.reduce((all, { minutes }) => all + minutes, 0);
    expect(sum).toBeLessThanOrEqual(10);
  });

  test('what will not be ready is said, with what it reaches at the rate of the log', () => {
    const slow = { clean: 80, last: 99, gain: 0.01, later: 18 };
    // (0.01 · 18 + 0.06 · 2) / 20 = 0.015 over everything, (0.01 · 18 + 0.015 · 2) / 20 = 0.0105 for this: from
    // 80 by 4.2 in four days.
    const made = plan([40, 40, 40, 40], slow, [
      { ...GOAL, kind: 'fill', name: 'the fill in bar 12' },
    ]);
    const [said] = notReady(made.outlook, 104);
    expect(said!.sentence).toBe(
      'At this rate the fill in bar 12 in Granary reaches 84 of 100 by Wednesday: take an easier one, or give it more minutes.',
    );
    expect(notReady(plan([40], { clean: 100 }).outlook, 104)).toEqual([]);
    expect(notReady(plan([], {}).outlook, 104)[0]!.sentence).toContain('There is no time for');
  });

  test('a song is ready, nearly, or not yet', () => {
    const song = (...cleans: (number | undefined)[]) =>
      readinessOf(cleans.map((clean) => ({ goal: GOAL, standing: { ...NOTHING, clean } })));
    expect(song(100, 99.6)).toBe('ready');
    expect(song(100, 90)).toBe('nearly');
    expect(song(100, 89.9)).toBe('not yet');
    expect(song(undefined)).toBe('not yet');
    expect(song()).toBe('not yet');
  });

  test('what to do, in words', () => {
    const said = (form: PlanItem['form'], from?: number, to?: number) => {
      const item = { form, minutes: 5, goal: GOAL, why: '', ...(from && to && { from, to }) };
      return [itemWords(item, 'Granary'), temposWords(item)];
    };
    expect(said('ladder', 75, 86)).toEqual(['The groove of Verse in Granary', '75 to 86']);
    expect(said('again', 100, 100)).toEqual([
      'The groove of Verse in Granary, once more',
      'at 100',
    ]);
    expect(said('layers', 60, 66)[0]).toContain('hands, then backbeat, then foot');
    expect(said('play-through')).toEqual(['Granary from beginning to end', '']);
    expect(said('break')).toEqual(['Pause', '']);
  });

  const goal = fc.record({
    target: fc.integer({ min: 60, max: 200 }),
    seconds: fc.integer({ min: 2, max: 40 }),
    share: fc.double({ min: 0, max: 1, noNaN: true }),
    fastest: fc.double({ min: 0, max: 14, noNaN: true }),
    clean: fc.option(fc.integer({ min: 40, max: 200 }), { nil: undefined }),
    song: fc.constantFrom('Granary', 'Mill'),
  });
  const asked = fc.record({
    goals: fc.array(goal, { maxLength: 12 }),
    days: fc.array(fc.record({ minutes: fc.integer({ min: 0, max: 240 }), hasKit: fc.boolean() }), {
      maxLength: 10,
    }),
  });
  const made = ({ goals, days }: typeof asked extends fc.Arbitrary<infer T> ? T : never) =>
    planOf({
      days: days.map((one, at) => ({ ...one, day: 100 + at, done: 0 })),
      songs: SONGS,
      goals: goals.map(({ clean, ...one }, at) => ({
        goal: { ...GOAL, ...one, key: `part ${at}` },
        standing: { ...NOTHING, clean },
      })),
    });

  test('never more minutes than were given, no item of none, a pause after 25, nothing beyond its tempo', () => {
    fc.assert(
      fc.property(asked, (one) => {
        const plan = made(one);
        expect(plan.days.map(({ day }) => day)).toEqual(one.days.map((_, at) => 100 + at));
        for (const { minutes, items } of plan.days) {
          expect(items.reduce((sum, item) => sum + item.minutes, 0)).toBeLessThanOrEqual(minutes);
          let since = 0;
          for (const item of items) {
            expect(item.minutes).toBeGreaterThan(0);
            since = item.form === 'break' ? 0 : since + item.minutes;
            // Items are at most ten minutes long, so the nearest place is at most five off.
            expect(since).toBeLessThanOrEqual(BREAK.after + 5);
            if (item.goal) expect(item.to).toBeLessThanOrEqual(item.goal.target);
          }
        }
        const last = plan.days.findLast(({ minutes, hasKit }) => hasKit && minutes > 0);
        if (last) expect(last.items.at(-1)).toMatchObject({ form: 'play-through' });
      }),
      { numRuns: 300, interruptAfterTimeLimit: 20_000, markInterruptAsFailure: false },
    );
  });

  test('a minute more on a day leaves what is practised before as it is, and most of the rest', () => {
    fc.assert(
      fc.property(asked, fc.nat(9), (one, at) => {
        const more = {
          ...one,
          days: one.days.map((day, index) =>
            index === at ? { ...day, minutes: day.minutes + 1 } : day,
          ),
        };
        const [before, after] = [made(one), made(more)];
        // Where there was none before, another day may be the last one.
        if ((one.days[at]?.minutes ?? 0) === 0) return;
        expect(after.days.slice(0, at)).toEqual(before.days.slice(0, at));
        const keys = ({ items }: (typeof before.days)[number]) =>
          items.flatMap(({ goal, form }) => (goal ? `${form} ${goal.key}` : []));
        const day = (plan: typeof before) => (plan.days[at] ? keys(plan.days[at]) : []);
        const gone = day(before).filter((key) => !day(after).includes(key));
        expect(gone.length).toBeLessThanOrEqual(1);
      }),
      { numRuns: 300, interruptAfterTimeLimit: 20_000, markInterruptAsFailure: false },
    );
  });
});
