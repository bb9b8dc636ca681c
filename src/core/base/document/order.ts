import { generateKeyBetween, generateNKeysBetween } from 'fractional-indexing';
import * as z from 'zod';
import { type Operation, setFields } from './operation';

/**
 * The order of records is a field of each: a text key that sorts. Between any two keys there is
 * another, so that two people can insert and move at once without renumbering anybody.
 */
export const orderSchema = z
  .string()
  .max(400)
  .refine(isOrderKey, { error: 'An order key of letters and digits is expected.' });

type Ordered = { readonly id: string; readonly order: string };

/** The records of a collection in their order; equal keys (two inserts at one moment) by id. */
export const inOrder = <T extends Ordered>(collection: Readonly<Record<string, T>>): T[] =>
  Object.values(collection).sort(byOrder);

/** Compares two records by their place; equal keys by id. */
export const byOrder = (a: Ordered, b: Ordered): number =>
  compare(a.order, b.order) || compare(a.id, b.id);

/** `count` keys in order for a new collection. */
export const firstOrders = (count: number): string[] => generateNKeysBetween(null, null, count);

/**
 * A key for a place among records, and what has to be re-keyed first where neighbours share a key.
 *
 * @param where the collection that the records stand in, or what tells it of each
 * @param records in order, without the one to be placed
 * @param index where it goes: 0 before all, `records.length` after all
 */
export const placeAt = <T extends Ordered>(
  where: string | ((record: T) => string),
  records: readonly T[],
  index: number,
): { readonly order: string; readonly rekeys: readonly Operation[] } => {
  const before = records[index - 1]?.order ?? null;
  const after = records[index]?.order ?? null;
  if (before === null || after === null || before < after) {
    return { order: generateKeyBetween(before, after), rekeys: [] };
  }
  const tied = records.slice(index).filter((record) => record.order === before);
  const beyond = records[index + tied.length]?.order ?? null;
  const [order, ...orders] = generateNKeysBetween(before, beyond, tied.length + 1);
  return {
    order: order!,
    rekeys: tied.map((record, at) =>
      setFields(typeof where === 'string' ? where : where(record), record.id, {
        order: orders[at],
      }),
    ),
  };
};

/** By code unit, as the keys are made; `localeCompare` would put small letters first. */
function compare(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}

function isOrderKey(key: string): boolean {
  try {
    generateKeyBetween(key, null);
    return /^[0-9A-Za-z]+$/.test(key);
  } catch {
    return false;
  }
}
