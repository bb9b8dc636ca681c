import { createHash } from 'node:crypto';

/** A document told from every other one by 64 hexadecimal digits. */
export const hashOf = (document: unknown) =>
  createHash('sha256')
    .update(JSON.stringify(sorted(document)))
    .digest('hex');
/** The order of keys says nothing. */
const sorted = (value: unknown): unknown => {
  if (Array.isArray(value)) return value.map(sorted);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, inner]) => [key, sorted(inner)]),
  );
};
