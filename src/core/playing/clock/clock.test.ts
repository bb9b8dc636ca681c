import { mulberry } from '../../base/random';
import { seconds } from '../../music/time';
import { type Program, program, soloProgram } from '../../song/set';
import { compile } from '../../song/timeline';
import { roadMapOf } from '../../testing';
import { parseShorthand } from '../../text/shorthand';
import {
  begin,
  loopHere,
  move,
  type Plan,
  placeAt,
  unfold,
  waitOrGoOn,
  withProgram,
  withRate,
} from '../transport';
import { clockDue, follow, hear, jitterHeard, quartersHeard, SILENT, tempoHeard, UNTOLD } from '.';

const song = (text: string) => {
  let made = 0;
  return soloProgram('Song', compile(parseShorthand(text, (where) => `${where}${++made}`).map));
};

/** A program from a place on, on a clock that says 0 where its place would be 0. */
const played = (whole: Program, from: number): Plan =>
  begin({ program: whole, rate: 1, live: false, place: seconds(from) }, from);

const sent = (plan: Plan, until: number) =>
  clockDue(unfold(plan, until), UNTOLD, until).messages.map(({ clock, bytes }) => ({
    time: Number(clock.toFixed(9)),
    bytes,
  }));

/** Everything that is sent from a place to the end. */
const clockOf = (whole: Program, from: number) => sent(played(whole, from), whole.seconds + 1);

/** What a machine knows when all messages up to a time have come. */
const heardAt = (messages: ReturnType<typeof clockOf>, time: number) =>
  messages
    .filter((one) => one.time <= time + 1e-9)
    .reduce((heard, one) => hear(heard, one.bytes, one.time * 1000), SILENT);

/** Which messages, and how many clocks there are between two that are none. */
const story = (messages: ReturnType<typeof clockOf>): (string | number)[] => {
  const names: Record<number, string> = {
    250: 'start',
    251: 'continue',
    252: 'stop',
    242: 'position',
  };
  const told: (string | number)[] = [];
  for (const { bytes } of messages) {
    const name = names[bytes[0] ?? 0];
    const before = told.at(-1);
    if (name) told.push(bytes[0] === 0xf2 ? `${name} ${bytes[1]}` : name);
    else if (typeof before === 'number') told[told.length - 1] = before + 1;
    else told.push(1);
  }
  return told;
};

// MIDI 1.0: start is F8 FA, and the first clock after it is the first beat.
test('the clock runs through the count-in, and the song starts with its bar 1', () => {
  const messages = clockOf(song('song 120, in 4/4, count 4\nA: 2'), 0);
  const start = messages.findIndex(({ bytes }) => bytes[0] === 0xfa);
  expect(messages.slice(0, start).filter(({ bytes }) => bytes[0] === 0xf8)).toHaveLength(4 * 24);
  expect(messages[start]!.time).toBe(2);
  expect(messages[start - 1]!.bytes).toEqual([0xf2, 0, 0]);
  expect(messages[start + 1]).toEqual({ time: 2, bytes: [0xf8] });
  expect(messages.filter(({ bytes }) => bytes[0] === 0xf8)).toHaveLength(12 * 24);
  expect(messages.at(-1)).toEqual({ time: 6, bytes: [0xfc] });
});

test('a machine measures the tempo, how even it is, and where the song is', () => {
  const messages = clockOf(song('song 126, in 4/4, count 4\nA: 16'), 0);
  const bar5 = heardAt(messages, (4 * 60) / 126 + (16 * 60) / 126);
  expect(tempoHeard(bar5)).toBeCloseTo(126, 6);
  expect(jitterHeard(bar5)).toBeLessThan(1e-6);
  expect(quartersHeard(bar5)).toBe(16);
});

test('from the middle it is told the position and goes on from the next sixteenth', () => {
  const messages = clockOf(song('song 120, in 4/4, count 4\nA: 16'), 2 + 8.1);
  const told = messages.findIndex(({ bytes }) => bytes[0] === 0xf2);
  // 8.1 s is 16.2 quarters: on from 16.25, the 65th sixteenth.
  expect(messages[told]).toEqual({ time: 2 + 8.125, bytes: [0xf2, 65, 0] });
  expect(messages[told + 1]!.bytes).toEqual([0xfb]);
  expect(quartersHeard(heardAt(messages, 2 + 10))).toBe(20);
});

test('far into a long song the position has two bytes', () => {
  const messages = clockOf(song('song 240, in 4/4, count 0\nA: 100'), 60);
  const told = messages.find(({ bytes }) => bytes[0] === 0xf2)!;
  expect(told.bytes).toEqual([0xf2, 960 % 128, 960 >> 7]);
});

test('where time stands still so does the clock', () => {
  const messages = clockOf(song('song 120, in 4/4, count 0\nA: 4; fermata 3.1 5 s "nod"'), 0);
  const clocks = messages.filter(({ bytes }) => bytes[0] === 0xf8).map(({ time }) => time);
  const gaps = clocks.map((time, at) => time - (clocks[at - 1] ?? 0));
  expect(Math.max(...gaps)).toBeCloseTo(5 + 1 / 48, 6);
  expect(clocks).toHaveLength(16 * 24);
});

test('over ten minutes with ramps no clock is a millisecond off', () => {
  const long = roadMapOf(
    Array.from({ length: 12 }, (_, index) => ({
      bars: 30,
      tempo: {
        kind: 'ramp' as const,
        shape: 'even-per-beat' as const,
        from: null,
        to: index % 2 ? 100 : 150,
        unit: 'quarter' as const,
      },
    })),
    { countIn: 0, tempo: { perMinute: 100, unit: 'quarter' } },
  );
  const whole = soloProgram('Long', compile(long));
  expect(whole.seconds).toBeGreaterThan(600);
  const clocks = clockOf(whole, 0).filter(({ bytes }) => bytes[0] === 0xf8);
  // The closed form of a ramp even per beat, quarter by quarter.
  let worst = 0;
  const lasts = (60 / (50 / 120)) * Math.log(150 / 100);
  for (let quarter = 0; quarter < 1440; quarter++) {
    const [ramp, into] = [Math.floor(quarter / 120), quarter % 120];
    const slope = (ramp % 2 ? -50 : 50) / 120;
    const from = ramp % 2 ? 150 : 100;
    const exact = ramp * lasts + (60 / slope) * Math.log(1 + (slope * into) / from);
    worst = Math.max(worst, Math.abs(clocks[quarter * 24]!.time - exact));
  }
  expect(worst).toBeLessThan(0.0001);
});

test('each song of a set starts and stops, with silence in the gap', () => {
  const timeline = compile(roadMapOf([{ bars: 2 }]));
  const set = program([
    { title: 'a', timeline, gap: { kind: 'seconds', seconds: 10 } },
    { title: 'b', timeline, gap: { kind: 'seconds', seconds: 0 } },
  ]);
  const told = clockOf(set, 0).filter(({ bytes }) => bytes[0] === 0xfa || bytes[0] === 0xfc);
  expect(told.map(({ time }) => time)).toEqual([2, 6, 18, 22]);
  expect(hear(SILENT, [0x90, 60, 1], 0)).toBe(SILENT);
});

// At 240 a bar lasts a second and has 96 clocks.
const twenty = song('song 240, in 4/4, count 0\nA: 4\nB: 4\nC: 4');

test('a jump stops, says where, and goes on, on the bar line and without a clock too many', () => {
  const plan = move(played(twenty, 0), 1.5, 'on');
  expect(story(sent(plan, 3.999))).toEqual([
    'position 0',
    'start',
    192,
    'stop',
    'position 64',
    'continue',
    192,
  ]);
});

test('each turn of a loop does the same', () => {
  const plan = loopHere(played(twenty, 5), 5.1);
  // B with the bar before and after: bars 4 to 9.
  expect(story(sent(plan, 9.999))).toEqual([
    'position 80',
    'continue',
    384,
    'stop',
    'position 48',
    'continue',
    96,
  ]);
});

test('a wait sends nothing, and going on sends the next clock', () => {
  const waits = unfold(waitOrGoOn(played(twenty, 0), 0.5), 20);
  expect(story(sent(waits, 20))).toEqual(['position 0', 'start', 96]);
  expect(story(sent(waitOrGoOn(waits, 20), 21.999))).toEqual(['position 0', 'start', 96 + 192]);
});

test('another rate and an edit elsewhere send clocks and nothing else', () => {
  const other = song('song 240, in 4/4, count 0\nA: 4\nB: 4\nC: 9');
  const plan = withProgram(withRate(played(twenty, 0), 1, 0.5), 1.5, other)!;
  expect(story(sent(plan, 2.999))).toEqual(['position 0', 'start', 192]);
  expect(
    heardAt(sent(plan, 2.999), 2.999).times.at(-1)! -
      heardAt(sent(plan, 2.999), 2.999).times.at(-2)!,
  ).toBeCloseTo(1000 / 48, 5);
});

test('an edit in front tells the new position', () => {
  const other = song('song 240, in 4/4, count 0\nA: 5\nB: 4\nC: 4');
  const plan = withProgram(played(twenty, 5), 5.5, other)!;
  expect(story(sent(plan, 5.999))).toEqual([
    'position 80',
    'continue',
    48,
    'stop',
    'position 104',
    'continue',
    48,
  ]);
});

test('bit by bit the same is sent, and a long stall is not made up for', () => {
  const plan = unfold(move(played(twenty, 0), 1.5, 'on'), 6);
  let told = UNTOLD;
  const bits = [0.013, 0.7, 0.71, 1.999, 2, 2.001, 4.4, 5].flatMap((until) => {
    const next = clockDue(plan, told, until);
    told = next.told;
    return next.messages;
  });
  expect(bits).toEqual(clockDue(plan, UNTOLD, 5).messages);
  const early = clockDue(plan, UNTOLD, 0.5);
  const late = clockDue(plan, early.told, 1.5, 1.25).messages.map(({ clock, bytes }) => ({
    time: clock,
    bytes,
  }));
  // Clock 120 is a sixteenth: on from there.
  expect(story(late)).toEqual(['stop', 'position 20', 'continue', 25]);
});

/**
 * Follows a leader whose clocks come up to 2 ms early or late.
 *
 * @param tempo of the leader, in quarters a minute, by its quarters
 * @returns by how much (s) the place was off at each of its quarters
 */
const following = (
  whole: Program,
  tempo: (quarters: number) => number,
  beats: number,
  begins = 0,
) => {
  const random = mulberry(7);
  let plan = begin({ program: whole, rate: 1, live: false, place: seconds(begins) }, 0);
  let heard = hear(SILENT, [0xfa], 0);
  const off: number[] = [];
  let time = 0.1;
  for (let count = 0; count < beats * 24; count++) {
    const now = time + (random() - 0.5) * 0.004;
    heard = hear(heard, [0xf8], now * 1000);
    const perMinute = tempoHeard(heard);
    if (count % 24 === 0) {
      if (perMinute !== undefined)
        plan = follow(plan, now + 0.05, { clock: now, quarters: quartersHeard(heard), perMinute });
      // The song has no ramps: a quarter of it lasts as long throughout.
      off.push(placeAt(unfold(plan, time), time) - (count / 24) * 0.6);
    }
    time += 60 / tempo(count / 24) / 24;
  }
  return off.map(Math.abs);
};

const hundred = song('song 100, in 4/4, count 0\nA: 40');

test('a clock that leads is followed: its tempo within a few quarters, its place within milliseconds', () => {
  const off = following(hundred, () => 97, 60);
  expect(Math.max(...off.slice(12))).toBeLessThan(0.008);
});

test('a leader that hurries is caught up with', () => {
  const off = following(hundred, (quarters) => (quarters < 24 ? 97 : 110), 90);
  expect(Math.max(...off.slice(40))).toBeLessThan(0.008);
});

test('far off, it goes there at once', () => {
  const off = following(hundred, () => 100, 30, 12);
  expect(off[0]).toBeGreaterThan(10);
  expect(Math.max(...off.slice(2))).toBeLessThan(0.02);
});
