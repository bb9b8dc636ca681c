import type { Operation } from '@/core/base/document';
import { isTyping, NO_STEPS, type Step, type Steps, windowSteps, withStep } from './undo';

const set = (fields: object, id = 'a'): Operation[] => [
  { type: 'set', in: 'sections', id, fields: { ...fields } },
];
const step = (to: object, from: object, at: number, id?: string): Step => ({
  operations: set(to, id),
  undoes: set(from, id),
  at,
});
const after = (...steps: Step[]): Steps => steps.reduce(withStep, NO_STEPS);

test('letters typed within a second and a half are one step, with the way back to the beginning', () => {
  const { undos } = after(
    step({ name: 'V' }, { name: '' }, 1000),
    step({ name: 'Ve' }, { name: 'V' }, 2400),
    step({ name: 'Ver' }, { name: 'Ve' }, 3800),
  );
  expect(undos).toEqual([step({ name: 'Ver' }, { name: '' }, 3800)]);
});

test('a pause, another field, another record and a list each begin a step of their own', () => {
  const { undos } = after(
    step({ name: 'V' }, { name: '' }, 1000),
    step({ name: 'Ve' }, { name: 'V' }, 2500),
    step({ bars: 4 }, { bars: 8 }, 2600),
    step({ bars: 5 }, { bars: 8 }, 2700, 'b'),
    step({ bass: [1] }, { bass: [] }, 2800),
    step({ bass: [1, 2] }, { bass: [1] }, 2900),
  );
  expect(undos).toHaveLength(6);
});

test('typing back to the beginning is undoing; what was typed can be done again, in order', () => {
  const { undos, redos } = after(
    step({ bars: 9 }, { bars: 8 }, 0, 'b'),
    step({ name: 'V' }, { name: '' }, 10_000),
    step({ name: 'Ve' }, { name: 'V' }, 20_000),
    step({ name: '' }, { name: 'Ve' }, 30_000),
  );
  expect(undos).toEqual([step({ bars: 9 }, { bars: 8 }, 0, 'b')]);
  expect(redos.map(({ undoes }) => undoes)).toEqual([set({ name: 'Ve' }), set({ name: 'V' })]);
});

test('something new ends what could be done again', () => {
  const redos = [step({ bars: 1 }, { bars: 2 }, 0)];
  expect(withStep({ undos: [], redos }, step({ bars: 3 }, { bars: 4 }, 0, 'b')).redos).toEqual([]);
});

test('only a set of the same fields of one record is typing on', () => {
  expect(isTyping(set({ a: 1 }), set({ a: 2 }))).toBe(true);
  expect(isTyping(set({ a: 1 }), set({ a: 2, b: 3 }))).toBe(false);
  expect(isTyping(set({ a: 1 }), [...set({ a: 2 }), ...set({ a: 3 })])).toBe(false);
  expect(isTyping(set({ a: 1 }), [{ type: 'remove', in: 'sections', id: 'a' }])).toBe(false);
  expect(isTyping([], set({ a: 1 }))).toBe(false);
});

/** A window's storage of so many characters. */
const storage = (most = Number.POSITIVE_INFINITY): Storage => {
  const entries = new Map<string, string>();
  return {
    getItem: (key: string) => entries.get(key) ?? null,
    setItem: (key: string, value: string) => {
      if (value.length > most) throw new DOMException('full', 'QuotaExceededError');
      entries.set(key, value);
    },
    removeItem: (key: string) => entries.delete(key),
  } as unknown as Storage;
};

test('steps are there after a reload, for their member and document alone, and nothing is added to them', () => {
  const kept = storage();
  const steps = after(step({ name: 'V' }, { name: '' }, 1000));
  windowSteps(kept, 'wren', 'song').write(steps);
  const read = windowSteps(kept, 'wren', 'song').read();
  expect(read.undos).toEqual([step({ name: 'V' }, { name: '' }, 0)]);
  expect(windowSteps(kept, 'odile', 'song').read()).toEqual(NO_STEPS);
  expect(windowSteps(kept, 'wren', 'other').read()).toEqual(NO_STEPS);
});

test('the last three hundred are kept, and what is damaged or does not fit is none', () => {
  const kept = storage();
  const many = Array.from({ length: 400 }, (_, at) => step({ bars: at }, { bars: 0 }, 0, `s${at}`));
  windowSteps(kept, 'wren', 'song').write({ undos: many, redos: [] });
  const read = windowSteps(kept, 'wren', 'song').read();
  expect([read.undos.length, read.undos.at(-1)]).toEqual([300, many.at(-1)]);
  kept.setItem('ebrant.undo.wren.song', '{"undos":[{"half"');
  expect(windowSteps(kept, 'wren', 'song').read()).toEqual(NO_STEPS);
  const small = windowSteps(storage(100), 'wren', 'song');
  small.write({ undos: many, redos: [] });
  expect(small.read()).toEqual(NO_STEPS);
});
