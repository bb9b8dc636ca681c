import { randomUUID } from 'node:crypto';
import http from 'node:http';
import { type Operation, parseDocument, setFields } from '@/core/base/document';
import { newSection, type RoadMap, roadMapKind } from '@/core/song/roadmap';
import { hashOf } from '@/server/testing/hash';
import type { Connection } from '@/ui/document/connection';
import { createDocumentStore, type DocumentStore } from '@/ui/document/store';
import { NO_STORAGE } from '@/ui/document/undo';
import { memoryStorage } from '@/ui/document/unsaved';
import { milliseconds, quantile, type Row } from './measure';

const PEOPLE = 50;
const SECONDS = 60;
/** Each edits about once a second (ms). */
const EVERY = 1000;
const SECTIONS = 24;

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** Fifty people who edit one song for a minute, each with the store and the stream of a page. */
export const together = async (url: string, cookies: readonly string[]): Promise<Row> => {
  const headers = (cookie: string) => ({ cookie, 'Content-Type': 'application/json' });
  const ask = async (cookie: string, path: string, body?: unknown) =>
    (
      await fetch(url + path, {
        headers: headers(cookie),
        ...(body !== undefined && { method: 'POST', body: JSON.stringify(body) }),
      })
    ).json();
  const owner = cookies[0] ?? '';
  const { arrangement } = await ask(owner, '/api/bands/saltreach-nine/songs', { title: 'Fifty' });
  const changes = `/api/documents/${arrangement}/changes`;
  const sections = Array.from({ length: SECTIONS }, (_, index): Operation => {
    const id = `s${index}`;
    const order = `a${index.toString(36).padStart(2, '0')}V`;
    return { type: 'insert', in: 'sections', id, value: { ...newSection(id, { bars: 8 }), order } };
  });
  await ask(owner, changes, { base: 0, changes: [{ id: randomUUID(), operations: sections }] });
  const opened = await ask(owner, `/api/documents/${arrangement}`);
  const start = parseDocument(roadMapKind, opened.body);
  if (!start.ok) throw new Error(start.problem.message);

  const took: number[] = [];
  const people = cookies.slice(0, PEOPLE).map((cookie) => {
    const connection: Connection = {
      send: async (base, those) => {
        const began = performance.now();
        const { outcomes, news } = await ask(cookie, changes, { base, changes: those });
        took.push(performance.now() - began);
        return { kind: 'saved', outcomes, news };
      },
      newsSince: async (since) => {
        const { news } = await ask(cookie, `${changes}?since=${since}`);
        return { kind: 'news', news };
      },
    };
    const store = createDocumentStore<RoadMap>({
      id: arrangement,
      kind: roadMapKind,
      document: start.value,
      revision: opened.revision,
      connection,
      unsaved: memoryStorage(),
      steps: NO_STORAGE,
      newId: randomUUID,
      now: () => performance.now(),
      random: Math.random,
    });
    return { store, stop: follow(url, cookie, arrangement, store) };
  });
  await pause(2000);

  let edits = 0;
  const until = performance.now() + SECONDS * 1000;
  await Promise.all(
    people.map(async ({ store }, who) => {
      while (performance.now() < until) {
        await pause(EVERY * (0.5 + Math.random()));
        if (!store.edit(anEdit(store.snapshot().document, who))) edits++;
      }
    }),
  );
  // What is on its way arrives.
  for (let waited = 0; waited < 100; waited++) {
    await pause(200);
    if (people.every(({ store }) => store.snapshot().saving.kind === 'saved') && waited > 15) break;
  }
  const { body, revision } = await ask(owner, `/api/documents/${arrangement}`);
  const stored = hashOf(body);
  const same = people.filter(({ store }) => hashOf(store.snapshot().document) === stored).length;
  const aside = people.reduce((sum, { store }) => sum + store.snapshot().aside.length, 0);
  for (const { store, stop } of people) {
    stop();
    store.close();
  }
  return [
    `a save while ${PEOPLE} people edit one song for a minute, 99th percentile`,
    milliseconds(quantile(took, 0.99)),
    'under 500 ms',
    `${edits} edits in ${revision - opened.revision} changes, ${aside} set aside; ${same} of ${PEOPLE} and the server have the same song; median ${milliseconds(quantile(took, 0.5))}`,
  ];
};

/** A page's stream of news, as far as it is about one document. */
const follow = (url: string, cookie: string, id: string, store: DocumentStore<RoadMap>) => {
  const request = http.get(
    `${url}/api/bands/saltreach-nine/news`,
    { headers: { cookie } },
    (response) => {
      let rest = '';
      response.setEncoding('utf8');
      response.on('data', (text: string) => {
        const parts = (rest + text).split('\n\n');
        rest = parts.pop() ?? '';
        for (const part of parts) {
          if (!part.includes('event: document')) continue;
          const told = JSON.parse(/^data: (.*)$/m.exec(part)?.[1] ?? '{}');
          if (told.document !== id) continue;
          if (told.change) store.hear(told.change);
          else store.refresh(told.revision);
        }
      });
    },
  );
  request.on('error', () => undefined);
  return () => request.destroy();
};

/** Mostly a field of some section; now and then a section more, or one less. */
const anEdit = (map: RoadMap, who: number): Operation[] => {
  const ids = Object.keys(map.sections);
  const id = ids[Math.floor(Math.random() * ids.length)] ?? '';
  const chance = Math.random();
  if (chance < 0.05) {
    const made = randomUUID();
    const value = { ...newSection(made, { name: `Of ${who}` }), order: `a${made.slice(0, 6)}V` };
    return [{ type: 'insert', in: 'sections', id: made, value }];
  }
  if (chance < 0.08 && ids.length > SECTIONS / 2) return [{ type: 'remove', in: 'sections', id }];
  const fields = [
    { bars: 1 + Math.floor(Math.random() * 40) },
    { name: `By ${who}` },
    { level: 1 + Math.floor(Math.random() * 5) },
    { times: 1 + Math.floor(Math.random() * 3) },
  ];
  return [setFields('sections', id, fields[Math.floor(Math.random() * fields.length)] ?? {})];
};
