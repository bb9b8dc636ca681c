import fc from 'fast-check';
import { mulberry } from '../../base/random';
import { seconds } from '../../music/time';
import { besideRecording, program, soloProgram } from '../../song/set';
import { compile } from '../../song/timeline';
import { parseShorthand, roadMapFrom } from '../../text/shorthand';
import {
  AT_START,
  begin,
  clockIn,
  clockOf,
  type Due,
  due,
  goTo,
  isOver,
  isStillDue,
  loopHere,
  MOVES,
  move,
  type Plan,
  placeAt,
  placeIn,
  SAME,
  type Segment,
  samePlace,
  since,
  stateAt,
  type Timed,
  unfold,
  waitOrGoOn,
  withLive,
  withLoop,
  withProgram,
  withRate,
  withRates,
} from '.';

const timelineOf = (text: string) => {
  let count = 0;
  return compile(
    parseShorthand(`song 120, in 4/4, count 4\n${text}`, (where) => `${where}${++count}`).map,
  );
};
const solo = (text: string) => soloProgram('Song', timelineOf(text));

// At 120 in 4/4 the count lasts 2 s and every bar as long.
const plain = solo('A: 4\nB: 4\nC: 4');
const from = (
  place: number,
  song = plain,
  rest: { live?: boolean; rate?: number; aim?: number } = {},
) =>
  begin(
    {
      program: song,
      place: seconds(place),
      rate: rest.rate ?? 1,
      live: rest.live ?? false,
      aim: rest.aim === undefined ? undefined : seconds(rest.aim),
    },
    100,
  );
/** Places at so many seconds after a plan that began at 100. */
const places = (plan: Plan, ...times: number[]) => {
  const laid = unfold(plan, 100 + Math.max(...times));
  return times.map((time) => Number(placeAt(laid, 100 + time).toFixed(6)));
};

test('from any place at any rate, up to the end', () => {
  const plan = unfold(from(10, plain, { rate: 0.5 }), 200);
  expect(places(plan, -1, 0, 4, 31.9, 32, 99)).toEqual([10, 10, 12, 25.95, 26, 26]);
  expect(clockOf(plan, seconds(12), 0)).toBe(104);
  expect(clockOf(plan, seconds(9), 0)).toBeUndefined();
  expect(isOver(plan, 131.9)).toBe(false);
  expect(isOver(plan, 132)).toBe(true);
});

test('another rate goes on from the same place without a gap', () => {
  const plan = withRate(from(0), 104, 2);
  expect(places(plan, 4, 5, 6)).toEqual([4, 6, 8]);
  expect(clockOf(unfold(plan, 200), seconds(6), 0)).toBe(105);
});

test('a step before the first sound changes what it begins with, not when', () => {
  expect(places(withRate(from(0), 99, 2), 0, 1)).toEqual([0, 2]);
  expect(places(loopHere(from(2), 99), 0, 10.5)).toEqual([2, 2.5]);
});

test('a pending jump outlives a change of rate and an edit', () => {
  const jumped = move(from(3), 100.2, 'on');
  expect(places(jumped, 0.9, 1.1, 2)).toEqual([3.9, 10.1, 11]);
  expect(places(withRate(jumped, 100.5, 2), 0.6, 0.8)).toEqual([3.7, 10.1]);
  const edited = withProgram(jumped, 100.5, solo('A: 4\nB: 4\nC: 9'))!;
  expect(places(edited, 0.9, 1.1)).toEqual([3.9, 10.1]);
});

test('a loop goes round by itself until it is let go of, and plays on from there', () => {
  const looped = loopHere(from(11), 100.5);
  // The section with the bar before it and the bar after it: from 8 to 20.
  expect(places(looped, 8.5, 9.5, 21.5)).toEqual([19.5, 8.5, 8.5]);
  expect(places(withLoop(looped, 122, undefined), 22, 33, 35)).toEqual([9, 20, 22]);
});

test('going on lets go of a loop, again keeps it', () => {
  const looped = loopHere(from(3), 100);
  // A with the bar after it: from 2 to 12. On at the bar line, 4, to B, which begins within the loop.
  expect(places(move(looped, 100.5, 'on'), 1, 2.5, 5)).toEqual([10, 11.5, 14]);
  expect(places(move(looped, 100.5, 'again'), 1, 10.9, 11.1)).toEqual([2, 11.9, 2.1]);
});

test('while what leads up to a section goes by, Loop takes the section that was asked for', () => {
  const plan = loopHere(from(8, plain, { aim: 10 }), 100.5);
  expect(plan.segments.at(-1)!.intent.loop?.name).toBe('B');
  expect(loopHere(from(8), 100.5).segments.at(-1)!.intent.loop?.name).toBe('A');
});

test('rounds of a loop at rates of their own, then on as before', () => {
  const loop = { from: seconds(2), to: seconds(6), name: 'A', rates: [0.5, 0.8, 1] };
  const plan = withLoop(from(2), 100, loop);
  // 4 s at a half, at eight tenths and as written: 8, 5 and 4 s.
  expect(places(plan, 4, 8, 10.5, 13, 15, 17, 18)).toEqual([4, 2, 4, 2, 4, 6, 7]);
});

test('a plan may begin with a loop: its first round goes by at the rate of that round', () => {
  const loop = { from: seconds(2), to: seconds(6), name: 'A', rates: [0.5, 1] };
  const plan = begin({ program: plain, place: seconds(2), rate: 1.2, live: false, loop }, 100);
  expect(places(plan, 4, 8, 9, 12)).toEqual([4, 2, 3, 6]);
});

test('the rounds to come of a loop get other rates, the one that goes by keeps its own', () => {
  const loop = { from: seconds(2), to: seconds(6), name: 'A', rates: [0.5, 0.5, 0.5] };
  const plan = withLoop(from(2), 100, loop);
  const faster = withRates(plan, 103, [1, 1, 2, 0.5]);
  // 8 s at a half, 4 s as written, 2 s at twice; then at a half again, once.
  expect(places(faster, 3.5, 7.9, 8, 11, 12, 13, 14, 16)).toEqual([3.75, 5.95, 2, 5, 2, 4, 2, 3]);
  // Without a loop there is no round.
  const plainly = from(2);
  expect(withRates(plainly, 101, [2])).toBe(plainly);
});

test('everybody waits at the next bar line until somebody says so, or takes it back', () => {
  const waits = waitOrGoOn(from(3), 100.5);
  expect(places(waits, 0.9, 1, 60)).toEqual([3.9, 4, 4]);
  expect(stateAt(unfold(waits, 130), 130)).toEqual({ is: 'waiting', for: undefined });
  const on = waitOrGoOn(unfold(waits, 130), 130);
  expect(places(on, 30, 31)).toEqual([4, 5]);
  const back = waitOrGoOn(waits, 100.8);
  expect(places(back, 0.9, 1.5)).toEqual([3.9, 4.5]);
});

test('a move ends a wait, and an edit or another rate does not', () => {
  const waiting = unfold(waitOrGoOn(from(11), 100.5), 130);
  expect(places(move(waiting, 130, 'on'), 30, 31)).toEqual([18, 19]);
  expect(places(move(waiting, 130, 'again'), 30, 31)).toEqual([10, 11]);
  expect(places(withRate(waiting, 130, 2), 60)).toEqual([12]);
  const later = withProgram(waiting, 130, solo('A: 5\nB: 4\nC: 4'))!;
  expect(places(later, 60)).toEqual([14]);
  expect(places(waitOrGoOn(unfold(later, 150), 150), 51)).toEqual([15]);
});

const live = solo('Talk: 2, x 2, vamp "nod"\nB: 4; fermata 3.1 5 s "look up"\nC: 4');

test('live, a vamp goes round until it is left, also in its last beat', () => {
  // Its last time lies from 6 to 10.
  const plan = from(6, live, { live: true });
  expect(places(plan, 3.9, 4, 8.5)).toEqual([9.9, 6, 6.5]);
  expect(stateAt(plan, 101)).toEqual({ is: 'waiting-in-vamp', cue: 'nod' });
  const left = move(unfold(plan, 110), 103.99, 'leave');
  expect(places(left, 3.99, 5)).toEqual([9.99, 11]);
  expect(stateAt(unfold(left, 105), 104.5)).toEqual({ is: 'playing' });
  // When it comes by again, it waits again.
  const again = move(unfold(left, 110), 104.5, 'previous-song');
  expect(places(again, 6, 16, 16.5)).toEqual([0, 6, 6.5]);
});

test('where it does not wait, a vamp lasts as long as is expected', () => {
  expect(places(from(6, live), 3.9, 5)).toEqual([9.9, 11]);
  expect(places(withLive(from(6, live, { live: true }), 101, false), 5)).toEqual([11]);
});

test('live, time stands still at a fermata until its cue, which may come in the bar before', () => {
  // B begins at 10, its bar 3 at 14, after 5 s of fermata.
  const plan = unfold(from(11, live, { live: true }), 150);
  expect(places(plan, 2.9, 3, 40)).toEqual([13.9, 14, 14]);
  expect(stateAt(plan, 140)).toMatchObject({ is: 'waiting', for: { cue: 'look up' } });
  expect(places(waitOrGoOn(plan, 140), 40, 41)).toEqual([19, 20]);
  // Given ahead of time the beats go on without a break.
  expect(places(waitOrGoOn(plan, 102.5), 2.9, 3, 4)).toEqual([13.9, 19, 20]);
  // In files, and where nobody waits, it lasts as long as is expected.
  expect(places(from(11, live), 5, 8, 9)).toEqual([16, 19, 20]);
});

test('a loop goes round through its vamps', () => {
  const plan = loopHere(from(6, live, { live: true }), 100.5);
  expect(places(plan, 5, 6.5)).toEqual([11, 2.5]);
});

test('an edit elsewhere changes no place; in front of it, the place moves along', () => {
  const longer = solo('A: 6\nB: 4\nC: 4');
  expect(places(withProgram(from(11.3), 100, solo('A: 4\nB: 4\nC: 5'))!, 0, 1)).toEqual([
    11.3, 12.3,
  ]);
  expect(places(withProgram(from(11.3), 100, longer)!, 0, 1)).toEqual([15.3, 16.3]);
});

test('when the section that sounds is gone, it goes on at that beat of what is left', () => {
  const without = { ...plain, songs: plain.songs };
  const map = parseShorthand(
    'song 120, in 4/4, count 4\nA: 4\nB: 4\nC: 4',
    (() => {
      let n = 0;
      return (w: string) => `${w}${++n}`;
    })(),
  ).map;
  const [, b] = Object.keys(map.sections);
  const { [b!]: _, ...rest } = map.sections;
  const after = soloProgram('Song', compile({ ...map, sections: rest }));
  // Bar 2, beat 2½ of B: then bar 1, beat 2½ of C.
  expect(places(withProgram(from(12.75), 100, after)!, 0)).toEqual([10.75]);
  expect(
    withProgram(from(12.75, without), 100, soloProgram('Song', compile({ ...map, sections: {} }))),
  ).toBeUndefined();
});

test('where the section became shorter than the place in it, it goes on after it', () => {
  expect(places(withProgram(from(8.5), 100, solo('A: 2\nB: 4\nC: 4'))!, 0, 1)).toEqual([6.5, 7.5]);
});

test('a beat that a shorter bar does not have is its end', () => {
  expect(places(withProgram(from(3.75), 100, solo('A: 4, in 3/4\nB: 4\nC: 4'))!, 0)).toEqual([3.5]);
});

test('in a set the song that sounds is found again after it was moved, and left out after it is gone', () => {
  const songs = ['a', 'b', 'c'].map((id) => ({
    id,
    title: id,
    timeline: timelineOf('A: 4'),
    gap: { kind: 'seconds' as const, seconds: 5 },
  }));
  // Each lasts 2 + 8 + 5 s.
  const set = program(songs);
  const playing = from(15 + 3, set);
  const moved = program([songs[2]!, songs[0]!, songs[1]!]);
  expect(places(withProgram(playing, 100, moved)!, 0)).toEqual([33]);
  expect(places(withProgram(playing, 100, program([songs[0]!, songs[2]!]))!, 0)).toEqual([15]);
  expect(withProgram(playing, 100, program([songs[0]!]))).toBeUndefined();
  // In the gap it stays in the gap.
  expect(
    places(withProgram(from(12, set), 100, program([songs[1]!, songs[0]!, songs[2]!]))!, 0),
  ).toEqual([27]);
});

test('what went by long ago is forgotten', () => {
  const plan = unfold(withRate(withRate(from(0), 101, 2), 102, 1), 140);
  const short = since(plan, 101.5);
  expect(short.segments).toHaveLength(plan.segments.length - 1);
  expect(placeAt(short, 103)).toBe(placeAt(plan, 103));
});

test('words are due only where the music goes on to what they speak of', () => {
  const words: Timed[] = [{ time: 8, of: 10 }, { time: 9 }];
  const said = (plan: Plan) => due(unfold(plan, 140), () => words, AT_START, 140).due.length;
  expect(said(from(0))).toBe(2);
  expect(said(waitOrGoOn(from(0), 108.5))).toBe(2);
  // Round and round from 2 to 10: what speaks of 10 never comes true.
  const round = { from: seconds(2), to: seconds(10), name: 'A' };
  expect(said(withLoop(from(2), 100, round))).toBe(5);
  // Let go of, it does.
  expect(said(withLoop(withLoop(from(2), 100, round), 106, undefined))).toBe(2);
});

/** Why each segment up to a time ended. */
const endings = (plan: Plan, until: number) =>
  unfold(plan, 100 + until)
    .segments.filter(({ ends }) => ends <= 100 + until)
    .map(({ why }) => why);

test('each segment says why it ends', () => {
  expect(endings(from(20), 20)).toEqual(['end']);
  expect(endings(move(from(3), 100.5, 'on'), 2)).toEqual(['change', 'jump']);
  expect(endings(waitOrGoOn(from(3), 100.5), 2)).toEqual(['change', 'wait']);
  expect(endings(waitOrGoOn(unfold(waitOrGoOn(from(3), 100.5), 120), 120), 21)).toEqual([
    'change',
    'wait',
    'go',
  ]);
  expect(endings(from(6, live, { live: true }), 9)).toEqual(['vamp', 'vamp']);
  expect(endings(from(11, live, { live: true }), 9)).toEqual(['fermata']);
  expect(endings(waitOrGoOn(from(11, live, { live: true }), 101.5), 9)).toEqual(['change', 'cue']);
  expect(endings(loopHere(from(11), 100), 25)).toEqual(['loop', 'loop']);
  const twice = { from: seconds(2), to: seconds(4), name: 'A', rates: [1, 1] };
  expect(endings(withLoop(from(2), 100, twice), 5)).toEqual(['loop', 'change']);
});

test('to a place at once, also out of a wait', () => {
  expect(places(goTo(from(3), 101, seconds(12.5)), 0.9, 1, 2)).toEqual([3.9, 12.5, 13.5]);
  const waiting = unfold(waitOrGoOn(from(3), 100.5), 130);
  expect(places(goTo(waiting, 130, seconds(12.5)), 30, 31)).toEqual([12.5, 13.5]);
});

test('what it is doing: counting in, playing, between songs, over', () => {
  const timeline = timelineOf('A: 1');
  const two = program(
    ['a', 'b'].map((id) => ({
      id,
      title: id,
      timeline,
      gap: { kind: 'seconds' as const, seconds: 3 },
    })),
  );
  // Each counts in for 2 s and lasts 2 s.
  const plan = unfold(from(0, two), 130);
  const at = (time: number) => stateAt(plan, 100 + time).is;
  expect([0, 1.9, 2, 3.9, 4, 6.9, 7, 9, 10.9].map(at)).toEqual([
    'counting-in',
    'counting-in',
    'playing',
    'playing',
    'between-songs',
    'between-songs',
    'counting-in',
    'playing',
    'playing',
  ]);
  expect(at(11)).toBe('stopped');
});

test('a cue ahead of time counts in the bar before its fermata, not earlier, and not for one that is past', () => {
  // B begins at 10 with bars of 2 s, its fermata stands at 14.
  const agreed = (place: number) =>
    waitOrGoOn(from(place, live, { live: true }), 100).segments.at(-1)!.intent;
  expect([...agreed(12).cued]).toHaveLength(1);
  expect(agreed(12).wait).toBeUndefined();
  expect(agreed(11.9).wait).toBe(12);
  expect(agreed(19.1).wait).toBe(21);
  // A vamp is no fermata.
  expect(agreed(8).wait).toBe(10);
  // Where nothing waits for a cue there is only the bar line.
  expect(waitOrGoOn(from(12, live), 100).segments.at(-1)!.intent.wait).toBe(19);
});

test('an edit while it counts in, and while time stands still as is expected, keeps the beat', () => {
  expect(places(withProgram(from(1.3), 100, solo('A: 9'))!, 0, 1)).toEqual([1.3, 2.3]);
  const longer = solo('Talk: 2, x 2, vamp "nod"\nB: 4; fermata 3.1 5 s "look up"\nC: 9');
  // Two seconds into the five.
  expect(places(withProgram(from(16, live), 100, longer)!, 0, 1)).toEqual([16, 17]);
  const shorter = solo('Talk: 2, x 2, vamp "nod"\nB: 4; fermata 3.1 1 s "look up"\nC: 4');
  expect(places(withProgram(from(16, live), 100, shorter)!, 0)).toEqual([15]);
});

test('an edit keeps the wait for a cue, and ends it where the fermata is gone', () => {
  const waiting = unfold(from(11, live, { live: true }), 130);
  const moved = solo('Talk: 2, x 2, vamp "nod"\nB: 4; fermata 3.1 8 s "look up"\nC: 4');
  const still = withProgram(waiting, 130, moved)!;
  expect(stateAt(still, 140)).toMatchObject({ is: 'waiting', for: { cue: 'look up' } });
  expect(places(waitOrGoOn(still, 140), 40)).toEqual([22]);
  const gone = withProgram(waiting, 130, solo('Talk: 2, x 2, vamp "nod"\nB: 4\nC: 4'))!;
  expect(stateAt(unfold(gone, 140), 131)).toEqual({ is: 'playing' });
});

test('an edit keeps loop, agreed wait and pending jump where they are now', () => {
  const longer = solo('A: 6\nB: 4\nC: 4');
  const intentAfter = (plan: Plan) => withProgram(plan, 100.5, longer)!.segments.at(-1)!.intent;
  expect(intentAfter(loopHere(from(11), 100)).loop).toMatchObject({ from: 12, to: 24, name: 'B' });
  expect(intentAfter(waitOrGoOn(from(11), 100)).wait).toBe(16);
  expect(intentAfter(move(from(11), 100, 'on')).jump).toEqual({ from: 16, to: 22 });
  expect(
    intentAfter(
      begin({ program: plain, place: seconds(8), rate: 1, live: false, aim: seconds(10) }, 100),
    ).aim,
  ).toBe(14);
  // A loop of nothing is none.
  expect(withProgram(loopHere(from(11), 100), 100.5, solo('A: 4'))).toBeUndefined();
  expect(
    withProgram(loopHere(from(3), 100), 100.5, solo('A: 4'))!.segments.at(-1)!.intent.loop,
  ).toMatchObject({ from: 2 });
});

test('once the aim is reached Loop takes what sounds', () => {
  const plan = from(8, plain, { aim: 10 });
  expect(loopHere(plan, 101.9).segments.at(-1)!.intent.loop?.name).toBe('B');
  expect(loopHere(plan, 111).segments.at(-1)!.intent.loop?.name).toBe('C');
});

test('nothing changes a plan that is over, and a step that changes nothing is the plan itself', () => {
  const over = unfold(from(24), 110);
  expect(withRate(over, 103, 2)).toBe(over);
  expect(move(over, 103, 'again')).toBe(over);
  const plan = from(24.5);
  expect(waitOrGoOn(plan, 100.5)).toBe(plan);
  expect(withLoop(plan, 100.5, undefined)).toBe(plan);
  expect(move(plan, 100.5, 'on')).toBe(plan);
});

test('a vamp that somebody left stays left while another waits', () => {
  const two = solo('A: 1, vamp "one"\nB: 1, vamp "two"\nC: 1');
  const left = move(from(2, two, { live: true }), 100.5, 'leave');
  // A from 2 to 4, B from 4 to 6 over and over.
  expect(places(left, 1.9, 3.9, 4.5, 6.5)).toEqual([3.9, 5.9, 4.5, 4.5]);
  const again = move(unfold(left, 110), 106.5, 'again');
  expect(again.segments.at(-1)!.intent.cued.size).toBe(1);
});

// What happens under way, at random, against what has to hold whatever happens.
const songs = [
  plain,
  live,
  solo('A: 3, in 7/8, 140 > 90\nB: 2, x 3; fermata 2.1 2 s "nod"\nC: 1, vamp "go"\nD: 2'),
];
const shorter = [solo('A: 4\nC: 4'), solo('B: 1'), plain];

type Told = { readonly plan: Plan; readonly wasTold: boolean };

const step = (plan: Plan, clock: number, random: () => number): Told => {
  const kinds = 8;
  const kind = Math.floor(random() * kinds);
  switch (kind) {
    case 0:
      return { plan: withRate(plan, clock, 0.4 + random() * 1.1), wasTold: false };
    case 1:
      return { plan: withLive(plan, clock, random() < 0.5), wasTold: true };
    case 2:
      return { plan: loopHere(plan, clock), wasTold: true };
    case 3:
      return { plan: withLoop(plan, clock, undefined), wasTold: false };
    case 4:
      return { plan: waitOrGoOn(plan, clock), wasTold: true };
    case 5:
      return {
        plan: withProgram(plan, clock, shorter[Math.floor(random() * 3)]!) ?? plan,
        wasTold: true,
      };
    default:
      return {
        plan: move(plan, clock, MOVES[Math.floor(random() * MOVES.length)]!),
        wasTold: true,
      };
  }
};

test('whatever happens: nothing due is lost or sounds twice, place and clock are inverse, and places jump only where told', () => {
  fc.assert(
    fc.property(fc.integer(), fc.constantFrom(...songs), (seed, song) => {
      const random = mulberry(seed);
      const items = new Map<object, readonly Timed[]>();
      const itemsOf = ({ intent }: Segment) => {
        const known =
          items.get(intent.program) ??
          Array.from({ length: Math.ceil(intent.program.seconds * 5) }, (_, index) => ({
            time: index / 5,
          }));
        items.set(intent.program, known);
        return known;
      };
      let plan = from(random() * song.seconds, song, {
        live: random() < 0.5,
        rate: 0.4 + random(),
      });
      let cursor = AT_START;
      let handed: Due<Timed>[] = [];
      let clock = 100;
      const past: Segment[] = [];
      for (let moves = 0; moves < 12; moves++) {
        // A page that is hidden or busy looks rarely; the horizon is 4 s.
        for (let looks = 0; looks < 3; looks++) {
          plan = unfold(plan, clock + 34);
          const more = due(plan, itemsOf, cursor, clock + 4);
          handed.push(...more.due);
          cursor = more.cursor;
          clock += random() < 0.1 ? random() * 9 : random();
        }
        plan = unfold(plan, clock + 4);
        const changed = step(plan, clock + 0.03, random);
        plan = changed.plan;
        handed = handed.filter((one) => isStillDue(plan, one));
      }
      plan = unfold(plan, clock + 20);
      handed.push(...due(plan, itemsOf, cursor, clock + 20).due);
      past.push(...plan.segments);

      // Each segment begins when the one before it ends.
      past.forEach((segment, index) => {
        const before = past[index - 1];
        if (before) expect(segment.clock).toBe(before.ends);
        const leaps = ['jump', 'loop', 'vamp', 'go', 'cue'];
        const sameProgram = before?.intent.program === segment.intent.program;
        if (before && sameProgram && !leaps.includes(before.why))
          expect(Math.abs(segment.place - before.until)).toBeLessThan(SAME);
      });
      // Place and clock are inverse.
      for (const segment of past) {
        if (segment.rate === 0) continue;
        const middle = Math.min(segment.clock + 3, (segment.clock + segment.ends) / 2);
        expect(clockIn(segment, placeIn(segment, middle))).toBeCloseTo(middle, 9);
      }
      // What goes by is what was handed over, each once and at its time.
      const wanted = past.flatMap((segment) =>
        itemsOf(segment)
          .filter(({ time }) => time >= segment.place - SAME && time < segment.until - SAME)
          .map(({ time }) => segment.clock + (time - segment.place) / segment.rate)
          .filter((at) => at <= clock + 19.9),
      );
      const got = handed.map((one) => one.clock).filter((at) => at <= clock + 19.9);
      expect(got.length).toBe(wanted.length);
      wanted.sort((a, b) => a - b);
      got.sort((a, b) => a - b);
      got.forEach((at, index) => {
        expect(Math.abs(at - wanted[index]!)).toBeLessThan(SAME);
      });
    }),
    { numRuns: 400 },
  );
});

test('beside a recording an edit moves the map, and not what is heard', () => {
  const beside = (text: string, offset: number) =>
    besideRecording('Song', compile(roadMapFrom(`song 120, in 4/4, count 4\n${text}`)), offset, 60);
  const [before, after] = [beside('A: 4', 3), beside('A: 8\nB: 4', 12.5)];
  // 20 s into the recording, which begins 0 s into both programs.
  expect(samePlace(before, after, seconds(20))).toBe(20);
  expect(samePlace(beside('A: 4', 0), after, seconds(22))).toBe(20);
});
