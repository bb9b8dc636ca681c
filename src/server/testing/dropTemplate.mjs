import pg from 'pg';

/** Before a run: the template of the run before may be of other sources (src/server/testing/database.ts). */
export default async () => {
  const connectionString = process.env.DATABASE_ADMIN_URL;
  if (!connectionString) return;
  const client = new pg.Client({ connectionString });
  await client.connect();
  await client.query('DROP DATABASE IF EXISTS demo_template WITH (FORCE)');
  await client.end();
};
