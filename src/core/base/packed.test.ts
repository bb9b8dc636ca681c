import fc from 'fast-check';
import { packed, unpacked } from './packed';

test('what is packed comes back as it was', () => {
  fc.assert(
    fc.property(fc.jsonValue(), (inner) => {
      const value = { inner };
      expect(unpacked(packed(value))).toEqual(JSON.parse(JSON.stringify(value)));
    }),
  );
});

test('a value is written out once', () => {
  let written = 0;
  const value = {
    toJSON: () => {
      written++;
      return { bars: 12 };
    },
  };
  expect([packed(value), packed(value), written]).toEqual(['{"bars":12}', '{"bars":12}', 1]);
});
