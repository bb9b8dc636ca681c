/** Fields and collections that were called otherwise until 26 November 2026. */
const KEYS: Readonly<Record<string, string>> = {
  turns: 'timeChanges',
  shades: 'dynamics',
  holds: 'fermatas',
  waved: 'dismissed',
  hats: 'timekeeper',
  lead: 'warning',
  heard: 'inRecording',
  design: 'clickSettings',
  across: 'polyrhythm',
  atAcross: 'atPolyrhythm',
  book: 'library',
};

/** Nothing of ours is nested deeper; what is, is refused afterwards. */
const DEEPEST = 40;

/** Values that were called otherwise, by the field that they stand in. */
const VALUES: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  in: KEYS,
  format: { 'ebrant-book': 'ebrant-library' },
  kind: { hold: 'held', ones: 'downbeats' },
  pulses: { ones: 'downbeats' },
  variant: { 'small line-up': 'plus percussion' },
  plays: { 'small line-up': 'plus percussion' },
};

/**
 * A document, a file or an operation with the names of today: what was written before is read as it was
 * meant. `renamed` in db/migrations/006, and 009, do the same to what is stored.
 *
 * @example withNamesOfToday({ turns: {}, kind: 'hold' }) // => { timeChanges: {}, kind: 'held' }
 */
export const withNamesOfToday = (value: unknown, depth = 0): unknown => {
  if (typeof value !== 'object' || value === null || depth > DEEPEST) return value;
  if (Array.isArray(value)) return value.map((part) => withNamesOfToday(part, depth + 1));
  return Object.fromEntries(
    Object.entries(value).map(([key, part]) => [
      own(KEYS, key) ?? key,
      (typeof part === 'string' && own(own(VALUES, key) ?? {}, part)) ||
        withNamesOfToday(part, depth + 1),
    ]),
  );
};

const own = <T>(table: Readonly<Record<string, T>>, key: string): T | undefined =>
  Object.hasOwn(table, key) ? table[key] : undefined;
