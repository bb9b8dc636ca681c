import {
  apply,
  type Change,
  type DocumentKind,
  type LoggedChange,
  merge,
  type Operation,
  operationWords,
} from '@/core/base/document';
import { type Problem, sentence } from '@/core/base/result';
import type { Answer, Away, Connection, Outcome } from './connection';
import { isTyping, type Step, type StepStorage, type Steps, withStep } from './undo';
import type { SetAside, UnsavedStorage } from './unsaved';
import { pauseAfter } from './waiting';

/** How it stands with what was typed here. */
export type Saving =
  | { readonly kind: 'saved' }
  | { readonly kind: 'sending' }
  /** The server does not answer, or not now. */
  | { readonly kind: 'waiting'; readonly why: string | undefined };

export type Snapshot<D> = {
  readonly document: D;
  readonly revision: number;
  readonly saving: Saving;
  /** Whether what is not saved yet is kept in this browser too. */
  readonly kept: boolean;
  /** A sentence that the person should read: what was refused, or undone. */
  readonly notice: string | undefined;
  /** Changes that the server would not take. */
  readonly aside: readonly SetAside[];
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
  /** Goes on with what pages that are gone have left unsaved, before what was typed here. */
  readonly takeUp: () => void;
  /** A change that was saved, from whichever page. */
  readonly hear: (change: LoggedChange) => void;
  /** There may be something new: the newest revision, where it is known. */
  readonly refresh: (revision?: number) => void;
  readonly dismiss: () => void;
  /** Takes a change that was set aside off the list. */
  readonly dismissAside: (id: string) => void;
  readonly close: () => void;
};

export type StoreOptions<D> = {
  readonly id: string;
  readonly kind: DocumentKind<D>;
  readonly document: D;
  readonly revision: number;
  readonly connection: Connection;
  readonly unsaved: UnsavedStorage;
  readonly steps: StepStorage;
  readonly newId: () => string;
  /** Milliseconds since anything; only differences count. */
  readonly now: () => number;
  /** From 0 to 1, for pauses that differ from page to page. */
  readonly random: () => number;
};

/** A pause in typing of this length (ms) is when edits are sent. */
const QUIET = 300;
const LONGEST_BATCH = 50;
/** So often the server may break down over one change before it is set aside. */
const MOST_FAILURES = 3;

type Pending = Change & { readonly sent: boolean };

/**
 * One document as a page works on it. What is shown is what the server has confirmed with the
 * pending changes carried out on top; undo, saving, merging and going on without a network all come
 * from that list of changes.
 */
export const createDocumentStore = <D>(options: StoreOptions<D>): DocumentStore<D> => {
  const { id: name, kind, connection, unsaved, newId, now, random } = options;
  let confirmed = options.document;
  let revision = options.revision;
  let newest = revision;
  let pending: readonly Pending[] = [];
  let aside = unsaved.aside(name);
  let steps: Steps = options.steps.read();
  let kept = true;
  let busy = false;
  let away: Away | undefined;
  let tries = 0;
  let failures = 0;
  let atOnce = LONGEST_BATCH;
  let notice: string | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let closed = false;
  /** Records that somebody has removed, for the words of edits to them. */
  let removed: Records = {};
  const listeners = new Set<() => void>();
  let view = onTop();
  let current = summarise();

  /** The confirmed document with what is pending, as far as it still fits. */
  function onTop(): D {
    return pending.reduce((document, { operations }) => {
      const merged = merge(kind, document, operations);
      return merged.ok ? merged.value.document : document;
    }, confirmed);
  }

  function summarise(): Snapshot<D> {
    return {
      document: view,
      revision,
      saving: savingNow(),
      kept,
      notice,
      aside,
      canUndo: steps.undos.length > 0,
      canRedo: steps.redos.length > 0,
    };
  }

  function savingNow(): Saving {
    if (pending.length === 0) return { kind: 'saved' };
    return away ? { kind: 'waiting', why: away.why } : { kind: 'sending' };
  }

  const tell = () => {
    current = summarise();
    for (const listener of listeners) listener();
  };

  const schedule = (delay: number) => {
    clearTimeout(timer);
    if (!closed) timer = setTimeout(() => void exchange(), delay);
  };

  const remember = (next: Steps) => {
    steps = next;
    options.steps.write(steps);
  };

  /** Puts operations on the list of what is to be saved; typing on goes into the last one. */
  const enqueue = (operations: readonly Operation[]) => {
    const last = pending.at(-1);
    const goesOn = last && !last.sent && isTyping(last.operations, operations);
    const change = { id: goesOn ? last.id : newId(), operations, sent: false };
    pending = [...(goesOn ? pending.slice(0, -1) : pending), change];
    kept = unsaved.keep(name, { id: change.id, operations });
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
    if (result.ok)
      remember(withStep(steps, { operations, undoes: result.value.inverse, at: now() }));
    tell();
    return result.ok ? undefined : result.problem;
  };

  /** Carries out the reverse of a step, as far as it still fits, and answers the way back. */
  const reversed = ({ undoes }: Step, said: string): Step | undefined => {
    const before = view;
    const merged = merge(kind, view, undoes);
    if (!merged.ok || merged.value.done.length === 0) {
      notice = sentence(
        merged.ok ? (merged.value.left[0]?.problem ?? NOTHING_LEFT) : merged.problem,
      );
      return undefined;
    }
    const { document, done, inverse } = merged.value;
    view = document;
    notice = `${said}: ${inWords(before, done)}.`;
    enqueue(done);
    return { operations: done, undoes: inverse, at: 0 };
  };

  const undo = () => {
    const step = steps.undos.at(-1);
    if (!step) return;
    const back = reversed(step, 'Undone');
    const undos = steps.undos.slice(0, -1);
    remember({ undos, redos: back ? [...steps.redos, back] : steps.redos });
    tell();
  };

  const redo = () => {
    const step = steps.redos.at(-1);
    if (!step) return;
    const back = reversed(step, 'Done again');
    const redos = steps.redos.slice(0, -1);
    remember({ undos: back ? [...steps.undos, back] : steps.undos, redos });
    tell();
  };

  /** What was changed, in a few words: `Section “Verse”, bars: 12 and 3 more`. */
  const inWords = (document: D, operations: readonly Operation[]): string => {
    const [first] = operations;
    const words = first ? operationWords(kind, document, first) : '';
    return operations.length > 1 ? `${words} and ${operations.length - 1} more` : words;
  };

  const receive = (news: readonly LoggedChange[]) => {
    for (const change of news) {
      newest = Math.max(newest, change.revision);
      if (change.revision !== revision + 1) continue;
      bury(change.operations);
      const merged = merge(kind, confirmed, change.operations);
      if (merged.ok) confirmed = merged.value.document;
      revision = change.revision;
      drop(change.id);
    }
    view = onTop();
  };

  /** Keeps what is about to be removed: somebody may be editing it here. */
  const bury = (operations: readonly Operation[]) => {
    for (const one of operations) {
      if (one.type !== 'remove') continue;
      const record = collections(confirmed)[one.in]?.[one.id];
      if (record) removed = { ...removed, [one.in]: { ...removed[one.in], [one.id]: record } };
    }
  };

  /** All records that edits may name, each called as it was last saved. */
  const everKnown = (): D => {
    const [shown, saved] = [collections(view), collections(confirmed)];
    const joined = Object.keys(shown).map((where) => [
      where,
      { ...removed[where], ...shown[where], ...saved[where] },
    ]);
    return { ...view, ...Object.fromEntries(joined) };
  };

  const drop = (id: string) => {
    pending = pending.filter((change) => change.id !== id);
    unsaved.forget(name, id);
    if (pending.length === 0) kept = true;
  };

  /** Puts operations that the server would not take where the person can see and copy them. */
  const putAside = (id: string, reason: string, operations: readonly Operation[]) => {
    const document = everKnown();
    const words = operations.map((one) => operationWords(kind, document, one));
    const one = { id, reason, words };
    aside = [...aside.filter((other) => other.id !== id), one];
    if (!unsaved.setAside(name, one)) kept = false;
  };

  /** Sends what is pending, or asks what is new. Every way out of it leaves the store free. */
  const exchange = async () => {
    if (busy || closed) return;
    busy = true;
    try {
      if (pending.length > 0) await send();
      else await ask();
    } catch (error) {
      away = { kind: 'away' };
      console.error(error);
    } finally {
      busy = false;
      if (away) tries++;
      else tries = 0;
      tell();
      if (away) schedule(pauseAfter(tries, random(), away.wait));
      else if (pending.length > 0 || newest > revision) schedule(0);
    }
  };

  const send = async () => {
    const batch = pending.slice(0, atOnce);
    const ids = new Set(batch.map(({ id }) => id));
    pending = pending.map((change) => (ids.has(change.id) ? { ...change, sent: true } : change));
    tell();
    const sent = batch.map(({ id, operations }) => ({ id, operations }));
    await settle(await connection.send(revision, sent), batch);
  };

  const settle = async (answer: Answer, batch: readonly Change[]) => {
    away = answer.kind === 'away' ? answer : undefined;
    if (answer.kind === 'away') return;
    if (answer.kind === 'failed') return failed(batch);
    failures = 0;
    if (answer.kind === 'refused') return refused(sentence(answer.problem), batch);
    receive(answer.news);
    for (const outcome of answer.outcomes) conclude(outcome, batch);
    if (pending.length === 0) atOnce = LONGEST_BATCH;
    view = onTop();
  };

  const conclude = ({ id, problem, left = [] }: Outcome, batch: readonly Change[]) => {
    const operations = batch.find((change) => change.id === id)?.operations ?? [];
    if (problem) putAside(id, sentence(problem), operations);
    const [first] = left;
    if (first) {
      putAside(
        id,
        sentence(first.problem),
        left.map(({ operation }) => operation),
      );
    }
    drop(id);
  };

  /** One change of a batch may have spoilt it for the others: they are then sent one by one. */
  const refused = (reason: string, batch: readonly Change[]) => {
    atOnce = 1;
    if (batch.length > 1) return;
    for (const { id, operations } of batch) {
      putAside(id, reason, operations);
      drop(id);
    }
    view = onTop();
  };

  /**
   * The server broke down. Where it does so over one change again and again and otherwise answers,
   * that change is the cause: it is set aside, and the others go on.
   */
  const failed = async (batch: readonly Change[]) => {
    if (batch.length > 1) {
      atOnce = 1;
      return;
    }
    failures++;
    away = { kind: 'away', why: BROKEN };
    if (failures < MOST_FAILURES) return;
    const answer = await connection.newsSince(revision);
    if (answer.kind !== 'news') return;
    failures = 0;
    away = undefined;
    receive(answer.news);
    refused(CAUSE, batch);
  };

  const ask = async () => {
    const told = newest;
    const answer = await connection.newsSince(revision);
    away = answer.kind === 'away' ? answer : undefined;
    if (answer.kind !== 'news') return;
    receive(answer.news);
    // What was told before asking is answered now, whether there was anything to it or not.
    if (newest === told) newest = revision;
  };

  const refresh = (known?: number) => {
    newest = Math.max(newest, known ?? revision + 1);
    if (away) schedule(0);
    else if (newest > revision && !busy && pending.length === 0) schedule(0);
  };

  const hear = (change: LoggedChange) => {
    if (change.revision <= revision) return;
    receive([change]);
    tell();
    if (newest > revision) refresh(newest);
  };

  const takeUp = () => {
    const left = unsaved
      .leftBehind(name)
      .filter(({ id }) => !pending.some((change) => change.id === id))
      .map((change) => ({ ...change, sent: true }));
    if (left.length === 0) return;
    pending = [...left, ...pending];
    // From now on they are this page's: no other takes them up too.
    kept = left.every(({ id, operations }) => unsaved.keep(name, { id, operations })) && kept;
    view = onTop();
    tell();
    if (!away) schedule(0);
  };

  takeUp();

  return {
    snapshot: () => current,
    subscribe: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    edit,
    undo,
    redo,
    takeUp,
    hear,
    refresh,
    dismiss: () => {
      notice = undefined;
      tell();
    },
    dismissAside: (id) => {
      aside = aside.filter((one) => one.id !== id);
      unsaved.dismiss(name, id);
      tell();
    },
    close: () => {
      closed = true;
      clearTimeout(timer);
    },
  };
};

type Records = Readonly<Record<string, Readonly<Record<string, unknown>>>>;

const collections = (document: unknown): Records =>
  Object.fromEntries(
    Object.entries(document as object).filter(([, value]) => typeof value === 'object'),
  );

const NOTHING_LEFT: Problem = {
  code: 'gone',
  place: '',
  message: 'There is nothing left of that to undo.',
};
const BROKEN = 'Something went wrong on the server.';
const CAUSE = 'The server could not save this, and said nothing of why.';
