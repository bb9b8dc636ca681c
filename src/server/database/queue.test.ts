import { createQueue, Refusal } from '.';

const deferred = () => {
  let resolve = (): void => undefined;
  const promise = new Promise<void>((done) => {
    resolve = done;
  });
  return { promise, resolve };
};

test('so many run at once, the others in the order in which they came', async () => {
  const queue = createQueue({ atOnce: 2, waiting: 10, patience: 1000 });
  const gates = Array.from({ length: 4 }, deferred);
  const began: number[] = [];
  const all = gates.map(({ promise }, index) =>
    queue.run(async () => {
      began.push(index);
      await promise;
      return index;
    }),
  );
  await Promise.resolve();
  expect([began, queue.waiting()]).toEqual([[0, 1], 2]);
  gates[1]?.resolve();
  await all[1];
  expect([began, queue.waiting()]).toEqual([[0, 1, 2], 1]);
  for (const { resolve } of gates) resolve();
  expect(await Promise.all(all)).toEqual([0, 1, 2, 3]);
});

test('beyond the line, and beyond patience, somebody is told to come back', async () => {
  const queue = createQueue({ atOnce: 1, waiting: 1, patience: 30 });
  const gate = deferred();
  const first = queue.run(() => gate.promise);
  const second = queue.run(async () => 'late');
  expect(queue.isFull()).toBe(true);
  await expect(queue.run(async () => 'never')).rejects.toBeInstanceOf(Refusal);
  await expect(second).rejects.toMatchObject({ problem: { code: 'unavailable' } });
  expect([queue.isFull(), queue.waiting()]).toEqual([false, 0]);
  gate.resolve();
  await first;
  expect(await queue.run(async () => 'now')).toBe('now');
});

test('work that fails gives its place back', async () => {
  const queue = createQueue({ atOnce: 1, waiting: 1, patience: 1000 });
  await expect(queue.run(() => Promise.reject(new Error('no')))).rejects.toThrow('no');
  expect(await queue.run(async () => 'yes')).toBe('yes');
});

test('who waits is told how many are before them and for how long, and leaves the line when they go', async () => {
  const queue = createQueue({ atOnce: 1, waiting: 5, patience: 1000 });
  const gate = deferred();
  const first = queue.run(() => gate.promise);
  const told: number[][] = [];
  const gone = new AbortController();
  const leaving = queue.run(async () => 'never', { signal: gone.signal, onWait: () => undefined });
  const staying = queue.run(async () => 'done', {
    signal: new AbortController().signal,
    onWait: (...place) => told.push(place),
  });
  // Nothing is known of how long work takes: a second each.
  expect(told).toEqual([[1, 2]]);
  gone.abort(new Error('gone'));
  await expect(leaving).rejects.toThrow('gone');
  expect([told, queue.waiting()]).toEqual([
    [
      [1, 2],
      [0, 1],
    ],
    1,
  ]);
  gate.resolve();
  await first;
  expect(await staying).toBe('done');
  await expect(
    queue.run(async () => 'never', { signal: gone.signal, onWait: () => undefined }),
  ).rejects.toThrow('gone');
  expect([queue.running(), queue.waiting()]).toEqual([0, 0]);
});
