/** What a device keeps of a set, so that it can be played without a network, as page and worker tell one another. */

/** What belongs to a set. */
export type Wanted = {
  /** The path of the set's page; it is known by it. */
  readonly page: string;
  readonly title: string;
  /** Which evening it is for. */
  readonly evening: string;
  /** Whose copy it is: nobody else is shown it. */
  readonly member: string;
  /** Paths of all pages that belong to it, its own among them. */
  readonly pages: readonly string[];
  /** Paths of all words that are spoken in it. */
  readonly words: readonly string[];
};

/** A set that is kept. */
export type Taken = Wanted & {
  /** When it was fetched, in ISO 8601. */
  readonly at: string;
  readonly bytes: number;
};

export type Question =
  | { readonly ask: 'take'; readonly wanted: Wanted }
  /** What is kept of a set, and what of it the browser has dropped since. */
  | { readonly ask: 'check'; readonly page: string }
  | { readonly ask: 'remove'; readonly page: string }
  /** Removes what other members have taken along on this device; of all, where nobody is named. */
  | { readonly ask: 'only'; readonly member: string };

export type Answer =
  | { readonly kind: 'progress'; readonly done: number; readonly of: number }
  | { readonly kind: 'taken'; readonly taken: Taken; readonly missing: readonly string[] }
  | { readonly kind: 'not-taken' }
  /** It could not be fetched, or found no room. */
  | { readonly kind: 'failed'; readonly why: string };
