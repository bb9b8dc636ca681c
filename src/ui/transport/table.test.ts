import { readFileSync } from 'node:fs';
import { createPlayer } from '@/audio/player';
import { simulatedOutput } from '@/audio/simulated';
import { seconds } from '@/core/music/time';
import { placeAt, unfold } from '@/core/playing/transport';
import { program } from '@/core/song/set';
import { compile } from '@/core/song/timeline';
import { roadMapFrom } from '@/core/text/shorthand';
import { createTransport, type Piece, type Transport } from './transport';

/** docs/transport.md is the specification: every cell of its table is tried. */
const [head, , ...rows] = readFileSync('docs/transport.md', 'utf8')
  .split('<!-- table -->')[1]!
  .split('\n')
  .filter((line) => line.startsWith('|'))
  .map((line) =>
    line
      .split('|')
      .slice(1, -1)
      .map((cell) => cell.trim()),
  );

const timelineOf = (text: string) => compile(roadMapFrom(`song 240, in 4/4, count 4\n${text}`));
const gap = { kind: 'seconds', seconds: 5 } as const;
const one = timelineOf('A: 4\nB: 4\nTalk: 4, vamp "nod"\nC: 4');
const two = { id: 'two', title: 'Two', timeline: timelineOf('A: 4'), gap };
const set = program([{ id: 'one', title: 'One', timeline: one, gap }, two]);
const longer = program([
  { id: 'one', title: 'One', timeline: timelineOf('A: 4\nB: 4\nTalk: 4, vamp "nod"\nC: 9'), gap },
  two,
]);
// Sections begin at 1, 5, 9 and 13 s, the gap at 17 s, the second song at 22 s.
const piece = (program: Piece['program']): Piece => ({
  program,
  href: '/set',
  title: 'Set',
  from: seconds(5),
  drums: false,
  voice: false,
  recording: false,
});

const FROM: Readonly<Record<string, number>> = {
  'counting-in': 0.1,
  playing: 5.6,
  waiting: 5.6,
  'waiting-in-vamp': 9.6,
  'between-songs': 18,
};

const inState = async (state: string) => {
  const speakers = simulatedOutput();
  const player = createPlayer(speakers.output);
  const transport = createTransport(player);
  const run = async (time: number) => {
    speakers.advance(time);
    await jest.advanceTimersByTimeAsync(time * 1000);
    transport.frame();
  };
  transport.load(piece(set));
  transport.toggleLive();
  if (state === 'preparing') speakers.opensAfter(new Promise(() => undefined));
  if (state === 'preparing') transport.toggle();
  const from = FROM[state];
  if (from !== undefined) {
    transport.playFrom(seconds(from));
    await run(0.2);
    if (state === 'waiting') {
      transport.toggleWait();
      await run(2);
    }
  }
  expect(transport.state().is).toBe(state);
  return { player, transport, run, speakers };
};

const MOVES: Readonly<Record<string, (transport: Transport) => void>> = {
  'Play or stop (Space)': ({ toggle }) => toggle(),
  'Play from the count-in (Shift Space)': ({ toggle }) => toggle(true),
  'Again (Backspace)': ({ move }) => move('again'),
  'On (N)': ({ move }) => move('on'),
  'Leave (L)': ({ move }) => move('leave'),
  'Loop (O)': ({ toggleLoop }) => toggleLoop(),
  'Wait or go on (P)': ({ toggleWait }) => toggleWait(),
  'Next song (Shift N)': ({ move }) => move('next-song'),
  'Song before (Shift Backspace)': ({ move }) => move('previous-song'),
  'Another rate': ({ setRate }) => setRate(0.5),
  'An edit elsewhere': ({ load }) => load(piece(longer)),
  'The song is removed': ({ load }) => load(piece(program([two]))),
};

/** The names of places that moves lead to. */
const TARGETS: readonly (readonly [number, string])[] = [
  [0, 'this song'],
  [22, 'next song'],
];

const tried = async (state: string, move: string): Promise<string> => {
  const { player, transport, run, speakers } = await inState(state);
  const before = player.view()?.plan;
  const here = player.heard()?.place ?? 0;
  const wasRate = transport.state().rate;
  MOVES[move]!(transport);
  await jest.advanceTimersByTimeAsync(0);
  const after = player.view()?.plan;
  const { is, rate, looping, waits } = transport.state();
  if (before && !after) return 'stops';
  if (state === 'preparing' && is === 'stopped') return 'stops';
  if (!before && after) {
    const place = after.segments[0].place;
    return place === 0 ? 'plays from the count-in' : 'plays from the selected place';
  }
  if (rate !== wasRate) {
    if (!after) return 'when it plays';
    return after.segments.at(-1)!.rate === 0 ? 'when it goes on' : 'at once';
  }
  if (!after || !before) {
    if (state === 'preparing' && move === 'An edit elsewhere') return whenReady(longer);
    return 'nothing';
  }
  if (after === before) return 'nothing';
  if (looping) return 'loops';
  const now = speakers.output.now();
  const places = [0, 1, 2, 3, 4, 5, 6].map((step) =>
    placeAt(unfold(after, now + 9), now + 0.06 + step / 2),
  );
  if (state === 'waiting' && places[1]! > here + 0.3) {
    if (Math.abs(places[0]! - here) < 0.1) return 'goes on';
  }
  if (waits && state !== 'waiting') {
    await run(2);
    return transport.state().is === 'waiting' ? 'waits at the bar line' : 'waits';
  }
  const program = after.segments.at(-1)!.intent.program;
  // The gap lies 5 s later.
  const shift = state === 'between-songs' ? 5 : 0;
  if (program === longer)
    return Math.abs(places[0]! - shift - here) < 0.1 ? 'same place' : `to ${places[0]}`;
  if (program !== set) return places[0]! < 0.1 ? 'next song at once' : `to ${places[0]}`;
  const leap = places.findIndex((place, index) => {
    const expected =
      index === 0 ? here + (state === 'waiting' ? 0 : 0.06) : places[index - 1]! + 0.5;
    return Math.abs(place - expected) > 0.1;
  });
  if (leap < 0) return 'goes on at the end of this time';
  const to = places[leap]!;
  const target =
    TARGETS.find(([place]) => to >= place && to < place + 0.7)?.[1] ??
    (to < here ? 'top of this section' : 'next section');
  return `${target} ${leap === 0 ? 'at once' : 'at the bar line'}`;
};

/** What plays once what was being prepared is there. */
const whenReady = async (expected: Piece['program']): Promise<string> => {
  const speakers = simulatedOutput();
  const player = createPlayer(speakers.output);
  const transport = createTransport(player);
  let open: () => void = () => undefined;
  speakers.opensAfter(
    new Promise((resolve) => {
      open = resolve;
    }),
  );
  transport.load(piece(set));
  transport.toggle();
  transport.load(piece(longer));
  open();
  await jest.advanceTimersByTimeAsync(500);
  return player.heard()?.program === expected ? 'when it plays' : 'nothing';
};

beforeEach(() => {
  jest.useFakeTimers();
});
afterEach(() => {
  jest.clearAllTimers();
  jest.useRealTimers();
});

test('every state and every move is in the table', () => {
  expect(rows.map(([move]) => move)).toEqual(Object.keys(MOVES));
  expect(head!.slice(1)).toEqual(['stopped', 'preparing', ...Object.keys(FROM)]);
});

for (const [move, ...cells] of rows) {
  test.each(cells.map((cell, index) => [head![index + 1]!, cell]))(
    `${move}, %s: %s`,
    async (state, cell) => {
      expect(await tried(state, move!)).toBe(cell);
    },
  );
}
