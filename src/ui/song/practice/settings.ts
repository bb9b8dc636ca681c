import type { Bars, Ladder } from '@/core/practice/rounds';

export type Around = { readonly before: number; readonly after: number };

/** What was asked for; it stays while other views are looked at. */
export type PracticeSettings = {
  readonly around: Around;
  /** Bars of a section, and the goal that they are logged under, if they are one. */
  readonly bars: (Bars & { readonly of: string; readonly goal?: string }) | undefined;
  readonly ladder: Partial<Ladder>;
  /** What strokes come from, by its id. */
  readonly input: string | undefined;
};

export const USUAL_PRACTICE: PracticeSettings = {
  around: { before: 1, after: 1 },
  bars: undefined,
  ladder: {},
  input: undefined,
};
