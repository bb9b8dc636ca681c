import { readFileSync } from 'node:fs';
import { type AuditedStep, auditWords } from './auditWords';

const step = (what: string, about: Partial<AuditedStep> = {}): AuditedStep => ({
  id: '1',
  at: new Date(0),
  actor: 'Odile Marsh',
  subject: null,
  detail: {},
  what,
  ...about,
});

test.each([
  [step('founded'), 'Odile Marsh founded the band.'],
  [
    step('joined', { actor: 'Tam Breck', detail: { role: 'player', by: 'Odile Marsh' } }),
    'Tam Breck came in as a player, invited by Odile Marsh.',
  ],
  // Who made the invitation has gone since.
  [
    step('joined', { actor: 'Tam Breck', detail: { role: 'guest', by: '' } }),
    'Tam Breck came in as a guest.',
  ],
  [
    step('role', { subject: 'Tam Breck', detail: { from: 'guest', to: 'player' } }),
    'Odile Marsh made Tam Breck a player; before, they were a guest.',
  ],
  [
    step('role', { subject: 'Odile Marsh', detail: { from: 'leader', to: 'drummer' } }),
    'Odile Marsh was a leader and is a drummer now.',
  ],
  [step('removed'), 'Odile Marsh took a former member out of the band.'],
  [step('left', { actor: null }), 'A former member left the band.'],
  [
    step('invited', { detail: { role: 'guest', uses: 1 } }),
    'Odile Marsh made an invitation for one, as a guest.',
  ],
  [
    step('invited', { detail: { role: 'player', uses: 9 } }),
    'Odile Marsh made an invitation for 9, each as a player.',
  ],
  [
    step('renamed', { detail: { from: 'The Nine', to: 'The Ten' } }),
    'Odile Marsh renamed the band from “The Nine” to “The Ten”.',
  ],
])('%# %s', (one, sentence) => {
  expect(auditWords(one)).toBe(sentence);
});

test('everything that the database lets the log say has a sentence', () => {
  const sql = readFileSync('db/migrations/012.do.accounts.sql', 'utf8');
  const list = /what text NOT NULL CHECK \(what IN \(([^)]+)\)/.exec(sql)?.[1] ?? '';
  const kinds = [...list.matchAll(/'([^']+)'/g)].map(([, kind = '']) => kind);
  expect(kinds.length).toBeGreaterThan(10);
  for (const kind of kinds) {
    const detail = { from: 'leader', to: 'drummer', role: 'guest', uses: 2, by: 'Ives' };
    const words = auditWords(step(kind, { subject: 'Tam Breck', detail }));
    expect(words).toMatch(/^Odile Marsh [^{}]{8,}\.$/);
    expect(words).not.toMatch(/undefined|null/);
  }
});
