import * as z from 'zod';
import { keptAs } from './keptAs';

test('what is kept is taken where it is what it has to be, and left where it is not', () => {
  const read = keptAs(z.array(z.number()), [7]);
  expect(read('[1,2]')).toEqual([1, 2]);
  for (const text of ['["a"]', '{', '', null, undefined]) expect(read(text)).toEqual([7]);
});
