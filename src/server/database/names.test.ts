import { readFileSync } from 'node:fs';
import pg from 'pg';
import { withNamesOfToday } from '@/core/base/document';

/** The migration's own words, up to the end of its function. */
const migration = readFileSync('db/migrations/006.do.names.sql', 'utf8');
const renamed = /CREATE FUNCTION pg_temp\.renamed[\s\S]*?END \$\$;/.exec(migration)?.[0] ?? '';

const BEFORE = {
  turns: { t: { bar: 3, tempo: { kind: 'hold', perMinute: 96 } } },
  shades: { s: { hats: 'ride', at: { bar: 1, ticks: 0 } } },
  holds: {},
  waved: { w: { id: 'w' } },
  sections: { a: { name: 'hold', heard: 12.5, design: null, words: ['turns', 'ones'] } },
  cues: { c: { lead: { count: 1, of: 'bars' }, words: 'ones' } },
  click: { pulses: 'ones', across: { notes: 3 }, atAcross: null, silence: { kind: 'ones' } },
  patterns: { p: { variant: 'small line-up', name: 'small line-up' } },
  log: [{ type: 'set', in: 'turns', fields: { hats: null } }],
  empty: [],
};

test('what is stored gets the same names as files and unsent changes do', async () => {
  const client = new pg.Client({ connectionString: process.env.DATABASE_OWNER_URL });
  await client.connect();
  try {
    await client.query(renamed);
    const { rows } = await client.query('SELECT pg_temp.renamed($1) AS body', [BEFORE]);
    expect(rows[0].body).toEqual(withNamesOfToday(BEFORE));
    expect(rows[0].body).toMatchObject({
      timeChanges: { t: { tempo: { kind: 'held' } } },
      dynamics: { s: { timekeeper: 'ride' } },
      sections: { a: { name: 'hold', inRecording: 12.5, words: ['turns', 'ones'] } },
      click: { pulses: 'downbeats', silence: { kind: 'downbeats' } },
      log: [{ in: 'timeChanges' }],
    });
  } finally {
    await client.end();
  }
});
