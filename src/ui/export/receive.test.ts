import type { FileProgress } from '@/core/files/progress';
import { type Coming, readProgress } from './receive';

const bytes = (text: string) => new TextEncoder().encode(text);
const line = (progress: FileProgress) => `${JSON.stringify(progress)}\n`;
const made = (size: number) =>
  line({ kind: 'made', name: 'Set.wav', type: 'audio/wav', bytes: size });

/** A body that comes in these pieces. */
const from = (pieces: readonly Uint8Array<ArrayBuffer>[]) =>
  new ReadableStream<Uint8Array<ArrayBuffer>>({
    start: (controller) => {
      for (const piece of pieces) controller.enqueue(piece);
      controller.close();
    },
  });

const read = async (pieces: readonly Uint8Array<ArrayBuffer>[]) => {
  const told: Coming[] = [];
  const result = await readProgress(from(pieces), (coming) => told.push(coming));
  return { result, told };
};

const text = line({ kind: 'waiting', before: 1, seconds: 4 }) + line({ kind: 'begun' }) + made(6);

test.each([
  ['all at once', [bytes(`${text}a\nb{}c`)]],
  ['byte by byte', [...`${text}a\nb{}c`].map(bytes)],
  ['split within the file', [bytes(`${text}a\n`), bytes('b{}'), bytes('c')]],
])('the lines are told and what follows is the file: %s', async (_, pieces) => {
  const { result, told } = await read(pieces);
  if (!result.ok || !result.value) throw new Error('There is no file.');
  expect(result.value.name).toBe('Set.wav');
  expect(result.value.blob.type).toBe('audio/wav');
  expect(await result.value.blob.text()).toBe('a\nb{}c');
  expect(told.slice(0, 3)).toEqual([
    { kind: 'waiting', before: 1, seconds: 4 },
    { kind: 'begun' },
    { kind: 'made', name: 'Set.wav', type: 'audio/wav', bytes: 6 },
  ]);
  const received = told.flatMap((one) => (one.kind === 'coming' ? [one.received] : []));
  expect(received).toEqual([...received].sort((a, b) => a - b));
  expect(received.at(-1) ?? 6).toBe(6);
});

test('a file larger than the pieces it is put together from is whole', async () => {
  const piece = Uint8Array.from({ length: 3 << 20 }, (_, index) => index % 251);
  const { result } = await read([bytes(made(5 * piece.length)), piece, piece, piece, piece, piece]);
  if (!result.ok || !result.value) throw new Error('There is no file.');
  const whole = new Uint8Array(await result.value.blob.arrayBuffer());
  expect(whole.length).toBe(5 * piece.length);
  for (let at = 0; at < whole.length; at += 9973) expect(whole[at]).toBe(piece[at % piece.length]);
});

test('what was put in is told, and leaves no file', async () => {
  const { result, told } = await read([
    bytes(line({ kind: 'put', done: 3, of: 40 }) + line({ kind: 'done' })),
  ]);
  expect(result).toEqual({ ok: true, value: undefined });
  expect(told).toEqual([{ kind: 'put', done: 3, of: 40 }]);
});

test('why there is none is said; what broke off is no file', async () => {
  const problem = { code: 'too-large', place: 'File', message: 'Too much.' } as const;
  expect((await read([bytes(line({ kind: 'refused', problem }))])).result).toEqual({
    ok: false,
    problem,
  });
  for (const pieces of [[], [bytes('{"kind":"beg')], [bytes(`${made(9)}short`)]])
    expect((await read(pieces)).result).toMatchObject({
      ok: false,
      problem: { message: 'The file broke off. Please try again.' },
    });
});
