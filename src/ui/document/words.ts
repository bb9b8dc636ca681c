import type { Liveness } from './news';
import type { Saving } from './store';
import type { Draft } from './unsaved';

/** How it stands with what was typed, in a sentence that is true. */
export const savingWords = (saving: Saving, kept: boolean, drafts: readonly Draft[]): string => {
  if (saving.kind === 'waiting')
    return `Not saved yet: ${saving.why ?? 'The server does not answer.'} ${kept ? KEPT : NOT_KEPT}`;
  if (saving.kind === 'sending') return kept ? 'Saving' : `Saving. ${NOT_KEPT}`;
  return drafts.length === 0
    ? 'Everything is saved'
    : `Saved, except what is kept as typed: ${draftWords(drafts)}`;
};

const KEPT = 'Your edits are kept in this browser.';
const NOT_KEPT =
  'This browser has no room to keep your edits: leave this page open until they are saved.';

const MOST_NAMED = 3;

const draftWords = (drafts: readonly Draft[]): string => {
  const named = drafts.slice(0, MOST_NAMED).map(({ label }) => label);
  const more = drafts.length - named.length;
  return `${named.join('; ')}${more > 0 ? ` and ${more} more` : ''}`;
};

/** Whether others' edits show, where it has to be said. */
export const liveWords = (live: Liveness): string | undefined =>
  live === 'not live' ? 'Not live: what others change is asked for every few seconds.' : undefined;
