import * as z from 'zod';
import { type LoggedChange, loggedChangeSchema } from '@/core/base/document';
import { pauseAfter } from './waiting';

/** What a band's stream of news tells. */
export type BandNews =
  /** A document was changed; without the change itself where that is long. */
  | {
      readonly kind: 'document';
      readonly document: string;
      readonly revision: number;
      readonly change?: LoggedChange;
    }
  /** Songs, gigs or their names are others than before. */
  | { readonly kind: 'songs' }
  /** Notes at a document are others than before. */
  | { readonly kind: 'notes'; readonly document: string }
  /** Where somebody is; nobody keeps it. */
  | ({ readonly kind: 'presence' } & Presence)
  /** Where the show of a set stands; null where none runs. */
  | { readonly kind: 'show'; readonly set: string; readonly show: unknown }
  /** What let the page read may be over: the session, the membership, or the role in it. */
  | { readonly kind: 'over' }
  /** The stream is live again: what has no revision may have been missed. */
  | { readonly kind: 'live' };

const presenceSchema = z.object({
  document: z.string(),
  member: z.string(),
  name: z.string(),
  page: z.string(),
  place: z.string().nullable(),
  typing: z.boolean(),
  gone: z.boolean(),
});

/** Where somebody is: in which document, and at which of its records. */
export type Presence = Readonly<z.infer<typeof presenceSchema>>;

/** Whether what others do is shown as it happens. */
export type Liveness = 'opening' | 'live' | 'not live';

/** The part of an EventSource that is used. */
export type Source = {
  readonly addEventListener: (
    kind: string,
    listener: (event: { readonly data?: string; readonly lastEventId?: string }) => void,
  ) => void;
  readonly close: () => void;
};

export type NewsOptions = {
  /** Opens the stream; `after` is the id of the last event that was heard. */
  readonly open: (after: string | undefined) => Source;
  readonly onNews: (news: BandNews) => void;
  readonly onLiveness: (liveness: Liveness) => void;
  /** Nothing is heard: ask whether there is anything new. */
  readonly onSilence: () => void;
  readonly random: () => number;
};

/** The server's heartbeat comes every 15 s; two that are missed mean that the stream is dead (ms). */
const DEAD_AFTER = 35_000;
/** How often a page that hears nothing asks (ms). */
const ASK_EVERY = 8000;

export const revisionsSchema = z.record(z.string(), z.number().int());
const documentSchema = z.object({
  document: z.string(),
  revision: z.number().int(),
  change: loggedChangeSchema.optional(),
});

const notesNewsSchema = z.object({ document: z.string() });

/** What a show is like is for the stage to read. */
const showNewsSchema = z.object({ set: z.string(), show: z.unknown() });

/**
 * A band's stream of news, for as long as the page is open. A browser's EventSource gives up for good
 * after one refusal, and never notices a connection that has died: whatever ends the stream, it is
 * opened again here, after a pause that grows, from the last event that was heard.
 *
 * @returns how to stop
 */
export const followNews = (
  options: NewsOptions,
): { readonly stop: () => void; readonly retry: () => void } => {
  const { open, onNews, onLiveness, onSilence, random } = options;
  let source: Source | undefined;
  let last: string | undefined;
  let tries = 0;
  let again: ReturnType<typeof setTimeout> | undefined;
  let dead: ReturnType<typeof setTimeout> | undefined;
  let asking: ReturnType<typeof setInterval> | undefined;
  let stopped = false;

  const alive = () => {
    clearTimeout(dead);
    dead = setTimeout(lost, DEAD_AFTER);
  };

  const lost = () => {
    if (stopped) return;
    source?.close();
    source = undefined;
    clearTimeout(dead);
    onLiveness('not live');
    asking ??= setInterval(onSilence, ASK_EVERY);
    tries++;
    clearTimeout(again);
    again = setTimeout(connect, pauseAfter(tries, random()));
  };

  const connect = () => {
    clearTimeout(again);
    const opened = open(last);
    source = opened;
    alive();
    const on = (kind: string, listen: (data: unknown) => void) =>
      opened.addEventListener(kind, ({ data, lastEventId }) => {
        if (source !== opened) return;
        alive();
        if (lastEventId) last = lastEventId;
        listen(parse(data));
      });
    on('revisions', (data) => {
      tries = 0;
      clearInterval(asking);
      asking = undefined;
      onLiveness('live');
      const revisions = revisionsSchema.safeParse(data).data ?? {};
      for (const [document, revision] of Object.entries(revisions))
        onNews({ kind: 'document', document, revision });
      onNews({ kind: 'live' });
    });
    on('document', (data) => {
      const read = documentSchema.safeParse(data);
      if (!read.success) return;
      const { change, ...told } = read.data;
      onNews({ kind: 'document', ...told, ...(change && { change }) });
    });
    on('songs', () => onNews({ kind: 'songs' }));
    on('notes', (data) => {
      const read = notesNewsSchema.safeParse(data);
      if (read.success) onNews({ kind: 'notes', document: read.data.document });
    });
    on('presence', (data) => {
      const read = presenceSchema.safeParse(data);
      if (read.success) onNews({ kind: 'presence', ...read.data });
    });
    on('show', (data) => {
      const read = showNewsSchema.safeParse(data);
      if (read.success) onNews({ kind: 'show', set: read.data.set, show: read.data.show });
    });
    on('over', () => onNews({ kind: 'over' }));
    on('beat', () => undefined);
    opened.addEventListener('error', () => {
      if (source === opened) lost();
    });
  };

  connect();
  return {
    stop: () => {
      stopped = true;
      source?.close();
      clearTimeout(again);
      clearTimeout(dead);
      clearInterval(asking);
    },
    /** The network is back: there is no need to wait. */
    retry: () => {
      if (!source && !stopped) connect();
    },
  };
};

const parse = (data: string | undefined): unknown => {
  try {
    return JSON.parse(data ?? '');
  } catch {
    return undefined;
  }
};
