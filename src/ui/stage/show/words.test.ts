import { showWords } from './words';

const said = {
  conducts: false,
  conductor: undefined,
  follows: false,
  silent: 0,
  doubt: undefined,
  waits: undefined,
};
const at = new Date(2026, 11, 5, 20, 14, 30);

test.each([
  [{}, ''],
  [{ conducts: true }, 'You conduct'],
  [{ conducts: true, doubt: 3.4 }, 'You conduct, within 3 ms'],
  [{ conductor: 'Wren', follows: true, doubt: 0.2 }, 'Follows Wren, within 1 ms'],
  [{ conductor: 'Wren', follows: true, silent: 10_000 }, 'Follows Wren'],
  [{ conductor: 'Wren' }, 'Wren conducts'],
  [{ conductor: 'Wren', follows: true, waits: '' }, 'Everybody waits'],
  [
    { conductor: 'Wren', follows: true, waits: 'nod from Odile' },
    'Everybody waits: nod from Odile',
  ],
  [
    { conductor: 'Wren', follows: true, silent: 20_000, doubt: 2 },
    'Wren was last heard at 20:14:10: going on alone',
  ],
])('%j is said as “%s”', (more, words) => {
  expect(showWords({ ...said, ...more }, at)).toBe(words);
});
