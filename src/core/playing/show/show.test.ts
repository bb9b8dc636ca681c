import fc from 'fast-check';
import { seconds } from '../../music/time';
import { program, STRAIGHT_ON } from '../../song/set';
import { compile } from '../../song/timeline';
import { roadMapFrom } from '../../text/shorthand';
import { begin, move, placeAt, unfold, waitOrGoOn, withRate } from '../transport';
import {
  agreementOf,
  anchorSchema,
  anchorsOf,
  type Exchange,
  learnt,
  newFollower,
  standing,
  standingAt,
  withExchange,
} from '.';

const song = (text: string) => compile(roadMapFrom(text));
const SET = program([
  {
    id: 'ferry',
    title: 'Ferry',
    timeline: song('song 120, in 4/4, count 4\nVerse: 8\nChorus: 8, tempo 120 > 160\nOut: 4'),
    gap: { kind: 'seconds', seconds: 10 },
  },
  {
    id: 'bells',
    title: 'Bells',
    timeline: song('song 150, in 5/4, count 5, pickup 1\nBells: 8'),
    gap: STRAIGHT_ON,
  },
  {
    id: 'lights',
    title: 'Lights',
    timeline: song('song 90, in 6/8, count 6\nA: 8'),
    gap: STRAIGHT_ON,
  },
]);

const started = (place = 0, clock = 100) =>
  begin({ program: SET, place: seconds(place), rate: 1, live: false, aim: undefined }, clock);
/** The plan's clock in seconds, the server's in milliseconds and an hour ahead. */
const shared = (clock: number) => clock * 1000 + 3_600_000;

describe('agreeing on the time', () => {
  test('half the round trip is the doubt; the shortest one counts', () => {
    expect(agreementOf([], 0)).toBeUndefined();
    const exchanges = [
      { sent: 0, answered: 1050, received: 100 },
      { sent: 200, answered: 1203, received: 204 },
      { sent: 300, answered: 1390, received: 420 },
    ];
    expect(agreementOf(exchanges, 204)).toEqual({ offset: 1001, doubt: 2 });
  });

  test('what is old is doubted: clocks drift apart', () => {
    const old = { sent: 0, answered: 1001, received: 2 };
    const newer = { sent: 60_000, answered: 61_005, received: 60_010 };
    expect(agreementOf([old, newer], 60_010)).toEqual({ offset: 1000, doubt: 5 });
    expect(agreementOf([old], 60_002)?.doubt).toBeCloseTo(13, 9);
  });

  test('twelve exchanges are kept; none of before a sleep', () => {
    const one = (sent: number): Exchange => ({ sent, answered: sent, received: sent + 4 });
    let kept: readonly Exchange[] = [];
    for (let index = 0; index < 20; index++) kept = withExchange(kept, one(index));
    expect(kept.map(({ sent }) => sent)).toEqual([8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19]);
    expect(withExchange(kept, one(99), true)).toEqual([one(99)]);
  });

  test('over ten thousand networks it is never more wrong than it says, and seldom by 15 ms', () => {
    const wrong: number[] = [];
    fc.assert(
      fc.property(
        fc.integer({ min: -1e9, max: 1e9 }),
        fc.integer({ min: -200, max: 200 }),
        fc.array(
          fc.record({
            // 2 to 40 ms each way, up to 30 ms apart; one in ten much later.
            there: fc.integer({ min: 2, max: 32 }),
            apart: fc.integer({ min: -2, max: 30 }),
            late: fc.integer({ min: 0, max: 9 }),
          }),
          { minLength: 8, maxLength: 12 },
        ),
        fc.integer({ min: 0, max: 10_000 }),
        (offset, driftMillionths, ways, later) => {
          const server = (own: number) => own * (1 + driftMillionths * 1e-6) + offset;
          let now = 0;
          const exchanges = ways.map(({ there, apart, late }) => {
            const out = there + (late === 0 ? 300 : 0);
            const back = Math.max(1, there + apart);
            const exchange = { sent: now, answered: server(now + out), received: now + out + back };
            now = exchange.received + 200;
            return exchange;
          });
          const last = exchanges.at(-1)?.received ?? 0;
          const at = last + later;
          const agreement = agreementOf(exchanges, at);
          if (!agreement) throw new Error('There is none.');
          const error = Math.abs(at + agreement.offset - server(at));
          expect(error).toBeLessThanOrEqual(agreement.doubt + 1e-6);
          wrong.push(error);
        },
      ),
      { numRuns: 10_000 },
    );
    wrong.sort((a, b) => a - b);
    expect(wrong[Math.floor(wrong.length * 0.95)]).toBeLessThan(15);
  });
});

describe('following', () => {
  test('whoever has the same program stands where the conductor does, whatever was done', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.constantFrom(0.8, 1, 1.25),
        fc.array(
          fc.record({
            after: fc.double({ min: 0.1, max: 8, noNaN: true }),
            how: fc.constantFrom('rate', 'wait', 'on', 'again'),
          }),
          { maxLength: 5 },
        ),
        (from, rate, moves) => {
          let clock = 100;
          let plan = unfold(started(from, clock), clock + 40);
          for (const { after, how } of moves) {
            clock += after;
            plan = unfold(plan, clock + 40);
            if (how === 'rate') plan = withRate(plan, clock, rate);
            else if (how === 'wait') plan = waitOrGoOn(plan, clock);
            else plan = move(plan, clock, how);
            plan = unfold(plan, clock + 40);
          }
          const anchors = anchorsOf(plan, clock, shared).map((one) => anchorSchema.parse(one));
          for (let later = 0; later < 30; later += 0.7) {
            const there = standingAt(anchors, SET, shared(clock + later));
            if (!there || there.is === 'over') continue;
            expect(there.place).toBeCloseTo(placeAt(plan, clock + later), 6);
          }
        },
      ),
      { numRuns: 300 },
    );
  });

  test('in the count, at the end, in a gap, and in a song that is not there', () => {
    const plan = unfold(started(), 200);
    const anchors = anchorsOf(plan, 100, shared);
    expect(anchors[0]).toMatchObject({ item: 'ferry', ticks: -80_640, rate: 1, waits: null });
    expect(standingAt(anchors, SET, shared(101))).toEqual({ is: 'going', place: 1 });
    // Before it begins it stands at its beginning.
    expect(standingAt(anchors, SET, shared(90))).toEqual({ is: 'going', place: 0 });
    expect(standingAt(anchors, SET, shared(100 + SET.seconds + 1))).toEqual({ is: 'over' });
    const inGap = (SET.songs[0]?.end ?? 0) + 4;
    expect(standingAt(anchors, SET, shared(100 + inGap))).toMatchObject({
      place: expect.closeTo(inGap, 9),
    });
    expect(standingAt(anchors, program([]), shared(101))).toBeUndefined();
    expect(standingAt([], SET, shared(101))).toBeUndefined();
  });

  test('an edit of an earlier song leaves the bar of a later one where it is', () => {
    const longer = program([
      {
        ...SET.songs[0]!,
        timeline: song('song 120, in 4/4, count 4\nVerse: 80'),
        gap: STRAIGHT_ON,
      },
      { ...SET.songs[1]!, gap: STRAIGHT_ON },
    ]);
    const bells = SET.songs[1]?.barOne ?? 0;
    const anchors = anchorsOf(unfold(started(bells + 4), 140), 100, shared);
    const there = standingAt(anchors, longer, shared(101));
    expect(there).toMatchObject({ is: 'going' });
    expect(there?.is === 'going' && there.place - (longer.songs[1]?.barOne ?? 0)).toBeCloseTo(5, 6);
  });

  test('while everybody waits it says for what, and stands still', () => {
    const waiting = unfold(waitOrGoOn(unfold(started(10), 140), 101), 140);
    const anchors = anchorsOf(waiting, 101, shared);
    const there = standingAt(anchors, SET, shared(120));
    expect(there).toMatchObject({ is: 'waiting', words: '' });
    expect(there?.is === 'waiting' && there.place).toBeCloseTo(placeAt(waiting, 120), 6);
  });

  test('less than a beat away it slides there within three seconds, forwards; further away it jumps', () => {
    const anchors = anchorsOf(unfold(started(2), 200), 100, shared);
    const clockOf = (at: number) => at - 3_600_000;
    const now = clockOf(shared(110));
    const follower = newFollower(anchors, 3_600_000);
    const placeOf = (of: typeof follower, at: number) => {
      const there = standing(of, SET, at);
      return there?.is === 'going' ? there.place : Number.NaN;
    };
    expect(placeOf(follower, now)).toBeCloseTo(12, 9);
    // The clock was 300 ms off; a beat at 120 is 500.
    for (const off of [300, -300]) {
      const slides = learnt(follower, { offset: 3_600_000 + off }, SET, now);
      expect(placeOf(slides, now)).toBeCloseTo(12, 9);
      let before = placeOf(slides, now);
      for (let later = 20; later <= 4000; later += 20) {
        const place = placeOf(slides, now + later);
        expect(place).toBeGreaterThan(before);
        before = place;
      }
      expect(placeOf(slides, now + 3000)).toBeCloseTo(15 + off / 1000, 9);
    }
    const jumps = learnt(follower, { offset: 3_600_000 + 600 }, SET, now);
    expect(placeOf(jumps, now)).toBeCloseTo(12.6, 9);
    const elsewhere = anchorsOf(unfold(started(30), 200), 100, shared);
    expect(placeOf(learnt(follower, { anchors: elsewhere }, SET, now), now)).toBeCloseTo(40, 9);
  });
});
