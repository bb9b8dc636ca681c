import 'server-only';
import { createHash } from 'node:crypto';
import type pg from 'pg';
import type { z } from 'zod';

/**
 * A transaction's statements, named by how many rows they promise. Each row is parsed by the schema
 * that travels with the query.
 */
export type Queries = {
  readonly one: <T>(row: z.ZodType<T>, sql: string, values?: readonly unknown[]) => Promise<T>;
  readonly maybeOne: <T>(
    row: z.ZodType<T>,
    sql: string,
    values?: readonly unknown[],
  ) => Promise<T | undefined>;
  readonly many: <T>(row: z.ZodType<T>, sql: string, values?: readonly unknown[]) => Promise<T[]>;
  /** For its effect; answers how many rows it touched. */
  readonly run: (sql: string, values?: readonly unknown[]) => Promise<number>;
};

export const queriesOf = (client: Pick<pg.Client, 'query'>): Queries => {
  const many: Queries['many'] = async (row, sql, values = []) => {
    const { rows } = await client.query(prepared(sql, values));
    return rows.map((found) => row.parse(found));
  };
  const maybeOne: Queries['maybeOne'] = async (row, sql, values) => {
    const rows = await many(row, sql, values);
    if (rows.length > 1) throw new Error(`At most one row was expected of: ${sql}`);
    return rows[0];
  };
  return {
    many,
    maybeOne,
    one: async (row, sql, values) => {
      const found = await maybeOne(row, sql, values);
      if (found === undefined) throw new Error(`A row was expected of: ${sql}`);
      return found;
    },
    run: async (sql, values = []) => (await client.query(prepared(sql, values))).rowCount ?? 0,
  };
};

/** Statements that a connection plans once: as many as the code has, with room for those it puts together. */
const MOST_PREPARED = 1000;
const names = new Map<string, string>();

/**
 * A statement with a name, by which a connection knows it the next time: row security makes planning dear.
 * The name is made of the text alone, as pages and routes have their own copies of this module.
 */
const prepared = (text: string, values: readonly unknown[]) => {
  let name = names.get(text);
  if (name === undefined && names.size < MOST_PREPARED) {
    name = createHash('sha256').update(text).digest('base64url').slice(0, 22);
    names.set(text, name);
  }
  return { text, values: [...values], ...(name !== undefined && { name }) };
};
