import { Counter, collectDefaultMetrics, Gauge, Histogram, type Registry } from 'prom-client';
import { type Asked, type Counted, figure, figures } from '../running';

const GAUGES: Readonly<Record<Asked, readonly [name: string, help: string]>> = {
  answering: ['ebrant_http_requests_running', 'Requests that are being answered, without streams.'],
  connectionsInUse: [
    'ebrant_database_connections_in_use',
    'Connections to the database that work.',
  ],
  waitingForConnection: ['ebrant_database_waiting', 'Transactions that wait for a connection.'],
  streams: ['ebrant_streams', 'Pages that hear news.'],
  filesBeingMade: [
    'ebrant_files_being_made',
    'Heavy work that runs: files made and read in threads.',
  ],
  waitingForFile: ['ebrant_files_waiting', 'Heavy work that waits its turn.'],
  waitingForVoice: ['ebrant_voice_waiting', 'Words that wait to be spoken.'],
};

const COUNTS: Readonly<Record<Counted, readonly [name: string, help: string]>> = {
  saves: ['ebrant_saves_total', 'Changes of documents that were saved.'],
  refusedChanges: [
    'ebrant_refused_changes_total',
    'Changes that could not be taken, or not in whole.',
  ],
};

const LABELS = ['route', 'method', 'status'] as const;

/** Registers all that a process can be asked for. @returns what to call when an answer has gone out */
export const measure = (registry: Registry) => {
  const registers = [registry];
  collectDefaultMetrics({ register: registry });
  for (const [what, [name, help]] of entries(GAUGES))
    new Gauge({
      name,
      help,
      registers,
      collect() {
        this.set(figure(what) ?? 0);
      },
    });
  for (const [what, [name, help]] of entries(COUNTS))
    new Counter({
      name,
      help,
      registers,
      collect() {
        this.reset();
        this.inc(figures().counts[what]);
      },
    });
  const answered = new Histogram({
    name: 'ebrant_http_request_duration_seconds',
    help: 'Time from a request to the end of its answer; a stream counts until its head is sent.',
    labelNames: LABELS,
    buckets: [0.01, 0.03, 0.1, 0.3, 1, 3, 10],
    registers,
  });
  return (labels: Record<(typeof LABELS)[number], string>, seconds: number) =>
    answered.observe(labels, seconds);
};

const entries = <K extends string, V>(record: Readonly<Record<K, V>>) =>
  Object.entries(record) as [K, V][];
