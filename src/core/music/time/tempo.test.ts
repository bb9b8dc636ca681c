import { FASTEST, meterSchema, perMinuteSchema, SLOWEST, tempoSchema } from '.';

const says = (read: { success: boolean; error?: { issues: { message: string }[] } }) =>
  read.success ? 'fits' : read.error?.issues[0]?.message;

test('a tempo is 20 to 400 with at most three decimals', () => {
  for (const value of [SLOWEST, FASTEST, 126.5, 99.999])
    expect(says(perMinuteSchema.safeParse(value))).toBe('fits');
  for (const value of [19.999, 400.001, 100.0005, Number.NaN, '126', null])
    expect(says(perMinuteSchema.safeParse(value))).toMatch(/^A tempo is a number from 20 to 400/);
  expect(says(tempoSchema.safeParse({ perMinute: 90, unit: 'fifth' }))).toMatch(
    /^A tempo counts one of these note values: /,
  );
});

test('a grouping adds up to its meter', () => {
  const read = (grouping: number[]) =>
    says(meterSchema.safeParse({ numerator: 7, denominator: 8, grouping }));
  expect(read([2, 2, 3])).toBe('fits');
  expect(read([2, 2, 2])).not.toBe('fits');
  expect(read([4, 4])).not.toBe('fits');
  expect(says(meterSchema.safeParse({ numerator: 7, denominator: 8 }))).toBe('fits');
  expect(says(meterSchema.safeParse({ numerator: 7, denominator: 3 }))).not.toBe('fits');
});
