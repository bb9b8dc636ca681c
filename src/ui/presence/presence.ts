import type { Presence } from '../document';

/** What a page says of itself. */
export type Said = Pick<Presence, 'page' | 'place' | 'typing' | 'gone'>;

/** Somebody else who looks at the same song or set. */
export type Here = Pick<Presence, 'member' | 'name' | 'place' | 'typing'>;

type Options = {
  readonly page: string;
  readonly member: string;
  readonly document: string;
  readonly say: (said: Said) => void;
  /** Milliseconds of a clock that only goes on. */
  readonly now: () => number;
  readonly onChange: () => void;
};

/** A page that is open says so again after this time, and one that was not heard for twice as long is gone (ms). */
const AGAIN = 25_000;
const GONE_AFTER = 2.4 * AGAIN;
/** Walking through the rows by key is told once one stays (ms). */
const SETTLES = 400;
/** So long after the last key somebody is still said to type (ms). */
const TYPES_ON = 3000;

/**
 * Who else is at a document, and what this page says of itself. Whoever is heard for the first time is
 * answered, so that a page that comes knows all others at once.
 */
export const createPresence = ({ page, member, document, say, now, onChange }: Options) => {
  const others = new Map<string, Presence & { readonly heardAt: number }>();
  let shown: readonly Here[] = [];
  let place: string | null = null;
  let typing = false;
  let settling: ReturnType<typeof setTimeout> | undefined;
  let resting: ReturnType<typeof setTimeout> | undefined;
  let answering: ReturnType<typeof setTimeout> | undefined;

  const tell = () => say({ page, place, typing, gone: false });

  /** One for each person: where they type, or else where they were heard last. */
  const update = () => {
    const latest = [...others.values()].sort(
      (a, b) => Number(b.typing) - Number(a.typing) || b.heardAt - a.heardAt,
    );
    const people = new Map<string, Here>();
    for (const one of latest)
      if (!people.has(one.member))
        people.set(one.member, {
          member: one.member,
          name: one.name,
          place: one.place,
          typing: one.typing,
        });
    const next = [...people.values()].sort((a, b) => (a.name < b.name ? -1 : 1));
    if (JSON.stringify(next) === JSON.stringify(shown)) return;
    shown = next;
    onChange();
  };

  const again = setInterval(() => {
    tell();
    for (const [key, { heardAt }] of others) if (now() - heardAt > GONE_AFTER) others.delete(key);
    update();
  }, AGAIN);

  tell();
  return {
    people: (): readonly Here[] => shown,
    hear: (told: Presence) => {
      if (told.document !== document || told.page === page || told.member === member) return;
      if (told.gone) others.delete(told.page);
      else {
        if (!others.has(told.page)) {
          clearTimeout(answering);
          answering = setTimeout(tell, SETTLES);
        }
        others.set(told.page, { ...told, heardAt: now() });
      }
      update();
    },
    goTo: (next: string | null) => {
      if (next === place) return;
      place = next;
      clearTimeout(settling);
      settling = setTimeout(tell, SETTLES);
    },
    types: () => {
      clearTimeout(resting);
      resting = setTimeout(() => {
        typing = false;
        tell();
      }, TYPES_ON);
      if (typing) return;
      typing = true;
      tell();
    },
    close: () => {
      for (const timer of [settling, resting, answering]) clearTimeout(timer);
      clearInterval(again);
      say({ page, place, typing: false, gone: true });
    },
  };
};

/**
 * The first letters of a name's first and last word.
 *
 * @example initialsOf('Odile van der Marsh') // => 'OM'
 */
export const initialsOf = (name: string): string => {
  const words = name.trim().split(/\s+/);
  const ends = words.length > 1 ? [words[0], words.at(-1)] : words;
  return ends
    .map((word) => [...(word ?? '')][0] ?? '')
    .join('')
    .toUpperCase();
};

/** Hues, in degrees of OKLCH, that are neither a level's (190 to 230) nor the accent's (35). */
const HUES = [300, 340, 110, 270, 140] as const;

/** The hue of a person, always the same. */
export const hueOf = (member: string): number =>
  HUES[[...member].reduce((sum, letter) => sum + letter.charCodeAt(0), 0) % HUES.length] ?? HUES[0];
