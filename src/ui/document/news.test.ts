import { type BandNews, followNews, type Liveness, type Source } from './news';

jest.useFakeTimers();

/** Streams as a test opens, feeds and breaks them. */
const streams = () => {
  const opened: {
    after: string | undefined;
    closed: boolean;
    say: (kind: string, data?: unknown, id?: string) => void;
  }[] = [];
  const open = (after: string | undefined): Source => {
    const listeners = new Map<
      string,
      ((event: { data?: string; lastEventId?: string }) => void)[]
    >();
    const one = {
      after,
      closed: false,
      say: (kind: string, data?: unknown, id = '') => {
        for (const listener of listeners.get(kind) ?? [])
          listener({ data: JSON.stringify(data), lastEventId: id });
      },
    };
    opened.push(one);
    return {
      addEventListener: (kind, listener) =>
        listeners.set(kind, [...(listeners.get(kind) ?? []), listener]),
      close: () => {
        one.closed = true;
      },
    };
  };
  return { opened, open };
};

const following = () => {
  const { opened, open } = streams();
  const news: BandNews[] = [];
  const states: Liveness[] = [];
  let asked = 0;
  const stream = followNews({
    open,
    onNews: (one) => news.push(one),
    onLiveness: (one) => states.push(one),
    onSilence: () => asked++,
    random: () => 0.5,
  });
  const last = () => {
    const one = opened.at(-1);
    if (!one) throw new Error('No stream was opened.');
    return one;
  };
  return { opened, news, states, asked: () => asked, last, ...stream };
};

const CHANGE = { id: 'c', revision: 3, operations: [{ type: 'remove', in: 'sections', id: 'a' }] };

test('revisions at the beginning and changes after it are told', () => {
  const { last, news, states, stop } = following();
  last().say('revisions', { song: 2, set: 5 }, '10');
  last().say('document', { document: 'song', revision: 3, change: CHANGE });
  last().say('document', { document: 'set', revision: 6 });
  last().say('songs');
  last().say('show', { set: 'set', show: null });
  last().say('a kind of a later version', {});
  expect(states).toEqual(['live']);
  expect(news).toEqual([
    { kind: 'document', document: 'song', revision: 2 },
    { kind: 'document', document: 'set', revision: 5 },
    { kind: 'live' },
    { kind: 'document', document: 'song', revision: 3, change: CHANGE },
    { kind: 'document', document: 'set', revision: 6 },
    { kind: 'songs' },
    { kind: 'show', set: 'set', show: null },
  ]);
  stop();
});

test('a stream that is refused is opened again, each time later, and meanwhile the page asks', () => {
  const { opened, last, states, asked, stop } = following();
  const waits: number[] = [];
  for (let count = 0; count < 4; count++) {
    const before = opened.length;
    last().say('error');
    let waited = 0;
    for (; opened.length === before; waited += 100) jest.advanceTimersByTime(100);
    waits.push(waited);
  }
  expect(waits).toEqual([800, 1500, 3000, 6000]);
  expect(opened.slice(0, -1).every(({ closed }) => closed)).toBe(true);
  expect(new Set(states)).toEqual(new Set(['not live']));
  expect(asked()).toBe(1);
  jest.advanceTimersByTime(16_000);
  expect(asked()).toBe(3);
  last().say('revisions', {}, '20');
  expect(states.at(-1)).toBe('live');
  const then = asked();
  jest.advanceTimersByTime(30_000);
  expect(asked()).toBe(then);
  stop();
});

test('it goes on from the last event that was heard', () => {
  const { last, stop } = following();
  expect(last().after).toBeUndefined();
  last().say('revisions', { song: 1 }, '77');
  last().say('beat', {});
  last().say('error');
  jest.advanceTimersByTime(2000);
  expect(last().after).toBe('77');
  stop();
});

test('a stream that falls silent is taken for dead; a heartbeat keeps it alive', () => {
  const { opened, last, states, stop } = following();
  last().say('revisions', {}, '1');
  for (let count = 0; count < 4; count++) {
    jest.advanceTimersByTime(30_000);
    last().say('beat', {});
  }
  expect(opened).toHaveLength(1);
  jest.advanceTimersByTime(35_000);
  expect(states.at(-1)).toBe('not live');
  jest.advanceTimersByTime(2000);
  expect(opened).toHaveLength(2);
  stop();
});

test('when the network is back nobody waits, and what a stream given up still says is not heard', () => {
  const { opened, last, news, retry, stop } = following();
  const [first] = opened;
  last().say('error');
  retry();
  expect(opened).toHaveLength(2);
  retry();
  expect(opened).toHaveLength(2);
  first?.say('document', { document: 'song', revision: 9 });
  expect(news).toEqual([]);
  stop();
  expect(last().closed).toBe(true);
  retry();
  jest.advanceTimersByTime(60_000);
  expect(opened).toHaveLength(2);
});

test('nonsense on the stream is passed over', () => {
  const { last, news, states, stop } = following();
  last().say('revisions', { song: 'many' });
  last().say('document', { document: 5 });
  last().say('document', { document: 'song', revision: 2, change: { id: 1 } });
  last().say('show', { show: null });
  expect([news, states]).toEqual([[{ kind: 'live' }], ['live']]);
  stop();
});
