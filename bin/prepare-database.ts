/** Migrates the database of DATABASE_OWNER_URL; with --demo, loads the demo scenario where it is empty. */
import pg from 'pg';
import { queriesOf } from '@/server/database';
import { migrate } from '@/server/database/migrate';
import { UPKEEP } from '@/server/database/upkeep';
import { loadDemo } from '@/server/demo/load';

const owner = process.env.DATABASE_OWNER_URL;
if (!owner) throw new Error('DATABASE_OWNER_URL does not say where the database is.');

await migrate(owner);

if (process.argv.includes('--demo')) {
  const client = new pg.Client({ connectionString: owner });
  await client.connect();
  try {
    await client.query('BEGIN');
    await client.query(UPKEEP);
    if (await loadDemo(queriesOf(client), new Date())) console.log('The demo data is loaded.');
    await client.query('COMMIT');
  } finally {
    await client.end();
  }
}
