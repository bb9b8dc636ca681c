import {
  apply,
  type Change,
  type DocumentKind,
  type LoggedChange,
  type Operation,
  sameField,
} from '@/core/document';
import { type Problem, sentence } from '@/core/result';
import type { Keeper } from './keeper';

/** What the server made of changes that were sent. */
export type Answer =
  | {
      readonly kind: 'saved';
      readonly outcomes: readonly { readonly id: string; readonly problem?: Problem }[];
      readonly news: readonly LoggedChange[];
    }
  /** The whole request was refused; nothing of it was saved. */
  | { readonly kind: 'refused'; readonly problem: Problem }
  /** Nobody answered, or not now. */
  | { readonly kind: 'unreachable'; readonly problem?: Problem };

/** The way to the server. */
export type Connection = {
  readonly send: (base: number, changes: readonly Change[]) => Promise<Answer>;
  readonly newsSince: (revision: number) => Promise<readonly LoggedChange[] | undefined>;
};

export type Saving = 'saved' | 'saving' | 'waiting';

export type Snapshot<D> = {
  readonly document: D;
  readonly saving: Saving;
  /** A sentence that the person should read: something was refused, or the server is away. */
  readonly notice: string | undefined;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
};

export type DocumentStore<D> = {
  readonly snapshot: () => Snapshot<D>;
  readonly subscribe: (listener: () => void) => () => void;
  /**
   * Carries operations out at once and saves them soon. Answers the problem where they are refused;
   * it becomes the notice too, unless the caller shows it where it was typed.
   */
  readonly edit: (operations: readonly Operation[], shownThere?: boolean) => Problem | undefined;
  readonly undo: () => void;
  readonly redo: () => void;
  /** Somebody may have saved something: the newest revision, where it is known. */
  readonly look: (revision?: number) => void;
  readonly dismiss: () => void;
  readonly close: () => void;
};

export type StoreOptions<D> = {
  readonly kind: DocumentKind<D>;
  readonly document: D;
  readonly revision: number;
  readonly connection: Connection;
  readonly keeper: Keeper;
  readonly newId: () => string;
  readonly now: () => number;
};

/** A pause in typing of this length (ms) is when edits are sent. */
const QUIET = 300;
/** Typing on one field within this time (ms) is one step of undo. */
const ONE_STEP = 1500;
const LONGEST_BATCH = 50;
const FIRST_RETRY = 1000;
const LONGEST_RETRY = 8000;

type Pending = Change & { readonly sent: boolean };
type Step = {
  readonly operations: readonly Operation[];
  readonly undoes: readonly Operation[];
  readonly at: number;
};

/**
 * One document as a page works on it. What is shown is what the server has confirmed with the
 * pending changes carried out on top; undo, saving, merging and going on without a network all come
 * from that list of changes.
 */
export const createDocumentStore = <D>(options: StoreOptions<D>): DocumentStore<D> => {
  const { kind, connection, keeper, newId, now } = options;
  let confirmed = options.document;
  let revision = options.revision;
  let pending: Pending[] = keeper.leftBehind().map((change) => ({ ...change, sent: true }));
  const undos: Step[] = [];
  let redos: Step[] = [];
  let busy = false;
  let away = false;
  let notice: string | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let retry = FIRST_RETRY;
  let atOnce = LONGEST_BATCH;
  let newest = revision;
  let closed = false;
  const listeners = new Set<() => void>();
  let view = onTop();
  let current = summarise();

  /** The confirmed document with what is pending; what no longer fits is left to the server to judge. */
  function onTop(): D {
    return pending.reduce((document, { operations }) => {
      const result = apply(kind, document, operations);
      return result.ok ? result.value.document : document;
    }, confirmed);
  }

  function summarise(): Snapshot<D> {
    const saving = pending.length === 0 ? 'saved' : away ? 'waiting' : 'saving';
    return { document: view, saving, notice, canUndo: undos.length > 0, canRedo: redos.length > 0 };
  }

  const tell = () => {
    current = summarise();
    for (const listener of listeners) listener();
  };

  const schedule = (delay: number) => {
    clearTimeout(timer);
    if (!closed) timer = setTimeout(flush, delay);
  };

  /** Puts operations on the list of what is to be saved; typing on goes into the last one. */
  const enqueue = (operations: readonly Operation[]) => {
    const last = pending.at(-1);
    if (last && !last.sent && isTyping(last.operations, operations)) {
      pending[pending.length - 1] = { ...last, operations };
    } else pending.push({ id: newId(), operations, sent: false });
    keeper.keep(pending.at(-1)!);
    if (!away) schedule(QUIET);
  };

  const perform = (operations: readonly Operation[], shownThere = false) => {
    const result = apply(kind, view, operations);
    if (!result.ok) {
      if (!shownThere) notice = sentence(result.problem);
      return result;
    }
    view = result.value.document;
    notice = undefined;
    enqueue(operations);
    return result;
  };

  const edit = (operations: readonly Operation[], shownThere?: boolean): Problem | undefined => {
    if (operations.length === 0) return undefined;
    const result = perform(operations, shownThere);
    if (result.ok) {
      const last = undos.at(-1);
      const goesOn = last && now() - last.at < ONE_STEP && isTyping(last.operations, operations);
      const undoes = goesOn ? last.undoes : result.value.inverse;
      if (goesOn) undos.pop();
      undos.push({ operations, undoes, at: now() });
      redos = [];
    }
    tell();
    return result.ok ? undefined : result.problem;
  };

  /** Takes a step from one stack, carries out its reverse and puts that on the other. */
  const reverse = (from: Step[], to: Step[]) => {
    const step = from.pop();
    if (!step) return;
    const result = perform(step.undoes);
    // Never merged into by typing: the time of the step is long ago.
    if (result.ok) to.push({ operations: step.undoes, undoes: result.value.inverse, at: 0 });
    tell();
  };

  const receive = (news: readonly LoggedChange[]) => {
    for (const change of news) {
      if (change.revision !== revision + 1) continue;
      const result = apply(kind, confirmed, change.operations);
      if (result.ok) confirmed = result.value.document;
      revision = change.revision;
      drop(change.id);
    }
    newest = Math.max(newest, revision);
    view = onTop();
  };

  const drop = (id: string) => {
    pending = pending.filter((change) => change.id !== id);
    keeper.forget(id);
  };

  const flush = async () => {
    if (busy || closed) return;
    if (pending.length === 0) return fetchNews();
    busy = true;
    const batch = pending.slice(0, atOnce);
    pending = pending.map((change, index) =>
      index < batch.length ? { ...change, sent: true } : change,
    );
    tell();
    const answer = await connection.send(
      revision,
      batch.map(({ id, operations }) => ({ id, operations })),
    );
    settle(answer, batch);
    busy = false;
    tell();
    if (away) schedule(retry);
    else if (pending.length > 0) schedule(0);
    else if (newest > revision) void fetchNews();
  };

  const settle = (answer: Answer, batch: readonly Change[]) => {
    away = answer.kind === 'unreachable';
    if (answer.kind === 'unreachable') {
      retry = Math.min(LONGEST_RETRY, retry * 2);
      if (answer.problem) notice = sentence(answer.problem);
      return;
    }
    retry = FIRST_RETRY;
    if (answer.kind === 'refused') return refuse(answer.problem, batch);
    receive(answer.news);
    for (const { id, problem } of answer.outcomes) {
      if (problem) notice = `Not saved: ${sentence(problem)}`;
      drop(id);
    }
    if (pending.length === 0) atOnce = LONGEST_BATCH;
    view = onTop();
  };

  /** One change of a batch may have spoilt it for the others: they are then sent one by one. */
  const refuse = (problem: Problem, batch: readonly Change[]) => {
    if (batch.length > 1) {
      atOnce = 1;
      return;
    }
    notice = `Not saved: ${sentence(problem)}`;
    for (const { id } of batch) drop(id);
    view = onTop();
  };

  const fetchNews = async () => {
    busy = true;
    const news = await connection.newsSince(revision);
    if (news) receive(news);
    away = news === undefined;
    busy = false;
    tell();
    if (away) schedule(retry);
    else if (pending.length > 0) schedule(0);
  };

  const look = (known?: number) => {
    newest = Math.max(newest, known ?? revision + 1);
    if (newest > revision && !busy && pending.length === 0) void fetchNews();
    else if (away) schedule(0);
  };

  if (pending.length > 0) schedule(0);

  return {
    snapshot: () => current,
    subscribe: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    edit,
    undo: () => reverse(undos, redos),
    redo: () => reverse(redos, undos),
    look,
    dismiss: () => {
      notice = undefined;
      tell();
    },
    close: () => {
      closed = true;
      clearTimeout(timer);
    },
  };
};

/**
 * Whether one edit goes on with another: both set the same single field, letter by letter. A list, such
 * as the strokes of a row, is not typed: each of its edits is a step of its own.
 */
const isTyping = (before: readonly Operation[], after: readonly Operation[]): boolean =>
  before.length === 1 &&
  after.length === 1 &&
  sameField(before[0]!, after[0]!) &&
  !('value' in after[0]! && Array.isArray(after[0].value));
