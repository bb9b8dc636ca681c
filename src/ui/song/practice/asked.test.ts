import type { PlanItem } from '@/core/practice/plan';
import { practiceAsked, practiseHref } from './asked';

const GOAL = { key: 'part a', bars: { first: 13, last: 16 } } as NonNullable<PlanItem['goal']>;
const item = (more: Partial<PlanItem>): PlanItem => ({
  form: 'ladder',
  minutes: 5,
  why: '',
  ...more,
});

test('an item of the plan leads to its bars with its tempos, and is read back there', () => {
  const href = practiseHref('nine', item({ song: 's', goal: GOAL, from: 75, to: 86 }))!;
  expect(href).toBe('/nine/songs/s#practise=13-16&goal=part+a&from=75&to=86');
  expect(practiceAsked(href.slice(href.indexOf('#')))).toEqual({
    bars: { first: 13, last: 16 },
    from: 75,
    to: 86,
    goal: 'part a',
  });
  expect(practiseHref('nine', item({ song: 's', goal: GOAL, from: 86, to: 86 }))).toBe(
    '/nine/songs/s#practise=13-16&goal=part+a&from=86&to=86',
  );
  expect(practiseHref('nine', item({ form: 'listen', song: 's' }))).toBe('/nine/songs/s');
  expect(practiseHref('nine', item({ form: 'break' }))).toBeUndefined();
});

test('an address that asks for nothing sensible asks for nothing', () => {
  for (const hash of ['', '#care', '#practise=', '#practise=a-b', '#practise=123456-7'])
    expect(practiceAsked(hash)).toBeUndefined();
  expect(practiceAsked('#practise=9-4&from=5&to=x')).toEqual({ bars: { first: 9, last: 9 } });
});
