import type { Draft } from './unsaved';
import { pauseAfter } from './waiting';
import { liveWords, savingWords } from './words';

const draft = (label: string): Draft => ({ label, text: 'x', message: 'Bars?' });

test('how it stands with what was typed is said truthfully', () => {
  expect(savingWords({ kind: 'saved' }, true, [])).toBe('Everything is saved');
  expect(savingWords({ kind: 'sending' }, true, [])).toBe('Saving');
  expect(savingWords({ kind: 'sending' }, false, [])).toContain('leave this page open');
  expect(savingWords({ kind: 'waiting', why: undefined }, true, [])).toBe(
    'Not saved yet: The server does not answer. Your edits are kept in this browser.',
  );
  expect(savingWords({ kind: 'waiting', why: 'Please sign in.' }, false, [])).toContain(
    'Please sign in. This browser has no room',
  );
});

test('what is kept as typed is never called saved', () => {
  const several = ['Bars of Verse', 'Meter of Out', 'The song as text, line 3', 'Tempo'].map(draft);
  expect(savingWords({ kind: 'saved' }, true, several.slice(0, 1))).toBe(
    'Saved, except what is kept as typed: Bars of Verse',
  );
  expect(savingWords({ kind: 'saved' }, true, several)).toContain('line 3 and 1 more');
});

test('whether others’ edits show is said only where they do not', () => {
  expect([liveWords('live'), liveWords('opening')]).toEqual([undefined, undefined]);
  expect(liveWords('not live')).toContain('every few seconds');
});

test('pauses grow to a limit, differ by chance, and are never shorter than the server asks', () => {
  expect([1, 2, 3, 4, 20].map((tries) => pauseAfter(tries, 1))).toEqual([
    1000, 2000, 4000, 8000, 30_000,
  ]);
  expect([0, 0.5, 1].map((chance) => pauseAfter(3, chance))).toEqual([2000, 3000, 4000]);
  expect(pauseAfter(1, 0, 7000)).toBe(7000);
});
