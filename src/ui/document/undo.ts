import * as z from 'zod';
import { type Operation, operationSchema, sameFields } from '@/core/base/document';

/** What somebody did, and what takes it back. */
export type Step = {
  readonly operations: readonly Operation[];
  readonly undoes: readonly Operation[];
  /** When, on the page's own clock in milliseconds; 0 where nothing is to be added to it. */
  readonly at: number;
};

/** What can be undone and done again, the next one last. */
export type Steps = { readonly undos: readonly Step[]; readonly redos: readonly Step[] };

export const NO_STEPS: Steps = { undos: [], redos: [] };

/** Typing on one field within this time (ms) is one step of undo. */
const ONE_STEP = 1500;

/**
 * Steps with one more. Typing on makes the last step longer; what brings a field back to what it was
 * before it was typed in is that typing undone.
 */
export const withStep = ({ undos, redos }: Steps, step: Step): Steps => {
  const back = takenBack(undos, step);
  if (back !== undefined) {
    const taken = undos.slice(back).reverse().map(turned);
    return { undos: undos.slice(0, back), redos: [...redos, ...taken] };
  }
  const last = undos.at(-1);
  const goesOn = last && step.at - last.at < ONE_STEP && isTyping(last.operations, step.operations);
  return goesOn
    ? { undos: [...undos.slice(0, -1), { ...step, undoes: last.undoes }], redos: [] }
    : { undos: [...undos, step], redos: [] };
};

/** The first of the last steps, all typing in one field, whose beginning this step comes back to. */
const takenBack = (undos: readonly Step[], { operations }: Step): number | undefined => {
  for (let index = undos.length - 1; index >= 0; index--) {
    const step = undos[index];
    if (!step || !isTyping(step.operations, operations)) return undefined;
    if (same(step.undoes, operations)) return index;
  }
  return undefined;
};

/** A step of typing, as it stands among those that can be done again. */
const turned = ({ operations, undoes }: Step): Step => ({
  operations: undoes,
  undoes: operations,
  at: 0,
});

const same = (a: readonly Operation[], b: readonly Operation[]): boolean =>
  JSON.stringify(a) === JSON.stringify(b);

/**
 * Whether one edit goes on with another: both set the same fields of one record, letter by letter. A
 * list, such as the strokes of a row, is not typed: each of its edits is a step of its own.
 */
export const isTyping = (before: readonly Operation[], after: readonly Operation[]): boolean => {
  const [one, other] = [before[0], after[0]];
  return (
    before.length === 1 &&
    after.length === 1 &&
    one !== undefined &&
    other?.type === 'set' &&
    sameFields(one, other) &&
    !Object.values(other.fields).some(Array.isArray)
  );
};

const stepSchema = z.object({
  operations: z.array(operationSchema),
  undoes: z.array(operationSchema),
  at: z.number(),
});
const stepsSchema = z.object({ undos: z.array(stepSchema), redos: z.array(stepSchema) });

/** Where the steps of a document wait while the page is reloaded. */
export type StepStorage = {
  readonly read: () => Steps;
  readonly write: (steps: Steps) => void;
};

export const NO_STORAGE: StepStorage = { read: () => NO_STEPS, write: () => undefined };

/** More than anybody takes back by hand; what is older is forgotten by a reload only. */
const MOST_KEPT = 300;

/** Steps in the browser's storage for one window, which lasts as long as the window does. */
export const windowSteps = (storage: Storage, member: string, document: string): StepStorage => {
  const key = `ebrant.undo.${member}.${document}`;
  return {
    read: () => {
      try {
        const parsed = stepsSchema.safeParse(JSON.parse(storage.getItem(key) ?? ''));
        return parsed.success ? { ...parsed.data, undos: sealed(parsed.data.undos) } : NO_STEPS;
      } catch {
        return NO_STEPS;
      }
    },
    write: ({ undos, redos }) => {
      const kept = { undos: undos.slice(-MOST_KEPT), redos: redos.slice(-MOST_KEPT) };
      try {
        storage.setItem(key, JSON.stringify(kept));
      } catch {
        // Too large for this browser: undo then ends with the page.
        storage.removeItem(key);
      }
    },
  };
};

/** The clock of the page that made them is gone: nothing is added to them. */
const sealed = (steps: readonly Step[]): Step[] => steps.map((step) => ({ ...step, at: 0 }));
