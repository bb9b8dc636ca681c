import { faultOf, unquoted } from './faults';

test.each([
  ['bad uuid: "Wren"', 'bad uuid: …'],
  [
    `Unexpected token 'f', "four brass"... is not valid JSON`,
    'Unexpected token …... is not valid JSON',
  ],
  ['no such song: “Nine Mile Ferry”', 'no such song: …'],
  ['connect ECONNREFUSED 127.0.0.1:5432', 'connect ECONNREFUSED 127.0.0.1:5432'],
  ['of "one"\nand "two" lines', 'of … lines'],
])('%p is written down as %p', (message, written) => {
  expect(unquoted(message)).toBe(written);
  expect(faultOf(new TypeError(message))).toMatchObject({ name: 'TypeError', message: written });
});

test('what a database says is known by code and constraint; what it quotes and its stack’s first line are not', () => {
  const error = Object.assign(new Error('duplicate key value "Wren Halloway"'), {
    code: '23505',
    constraint: 'member_by_name',
    detail: 'Key (name)=(Wren Halloway) already exists.',
  });
  const fault = faultOf(error);
  expect(fault).toMatchObject({ code: '23505', constraint: 'member_by_name' });
  expect(fault.stack.length).toBeGreaterThan(1);
  expect(JSON.stringify(fault)).not.toMatch(/Wren/);
});

test('a message is no longer than a line, and what is no error is said as far as it goes', () => {
  expect(unquoted('x'.repeat(1000))).toHaveLength(300);
  expect(faultOf('gone "Wren"')).toEqual({ name: 'string', message: 'gone …', stack: [] });
});
