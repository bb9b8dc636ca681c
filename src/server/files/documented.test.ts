import { readFileSync } from 'node:fs';
import { FILE_FORMATS, formatOf } from '@/core/files/sheet';

test('every format has an id of its own, and docs/formats.md says what is in it', () => {
  const ids = FILE_FORMATS.map(({ id }) => id);
  expect(new Set(ids).size).toBe(ids.length);
  const documented = readFileSync('docs/formats.md', 'utf8');
  for (const { id, label } of FILE_FORMATS) {
    expect(formatOf(id).label).toBe(label);
    expect([id, documented.includes(Object.values(label)[0] ?? '')]).toEqual([id, true]);
  }
});
