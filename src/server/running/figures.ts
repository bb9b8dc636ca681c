import 'server-only';

/**
 * What a process counts and can be asked for. The application's code counts here; what serves it reads
 * (src/server/serving/metrics.ts). Kept on globalThis, as the two are bundled apart.
 */
export type Figures = {
  readonly counts: Record<Counted, number>;
  readonly readers: Partial<Record<Asked, () => number>>;
};

export type Counted = 'saves' | 'refusedChanges';
export type Asked =
  | 'answering'
  | 'connectionsInUse'
  | 'waitingForConnection'
  | 'streams'
  | 'filesBeingMade'
  | 'waitingForFile'
  | 'waitingForVoice';

const holder = globalThis as { ebrantFigures?: Figures };

export const figures = (): Figures => {
  holder.ebrantFigures ??= { counts: { saves: 0, refusedChanges: 0 }, readers: {} };
  return holder.ebrantFigures;
};

export const count = (what: Counted, by = 1): void => {
  figures().counts[what] += by;
};

/** A figure as it is now; nothing where nobody in this process knows it. */
export const figure = (what: Asked): number | undefined => figures().readers[what]?.();

/** Says how a figure is read whenever somebody asks. */
export const answerFigure = (what: Asked, read: () => number): void => {
  figures().readers[what] = read;
};
