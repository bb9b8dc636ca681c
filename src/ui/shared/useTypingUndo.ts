import { type KeyboardEvent, useRef } from 'react';

/**
 * Undo and redo of what is typed in one field while it has the focus. Where nothing was typed in it
 * the key goes on to whoever undoes the document.
 *
 * @param value as saved
 * @param text as typed, where it differs
 * @param type takes a text as if it had been typed
 */
export const useTypingUndo = (
  value: string,
  text: string | undefined,
  type: (text: string) => void,
) => {
  const before = useRef<string>(undefined);
  const after = useRef<string>(undefined);
  const now = text ?? value;
  const go = (event: KeyboardEvent, from: typeof before, to: typeof before) => {
    const there = from.current;
    if (there === undefined || there === now) return;
    event.preventDefault();
    to.current = now;
    type(there);
  };
  return {
    onFocus: () => {
      before.current = now;
      after.current = undefined;
    },
    onKeyDown: (event: KeyboardEvent) => {
      if (!event.ctrlKey && !event.metaKey) return;
      const key = event.key.toLowerCase();
      if (key === 'z' && !event.shiftKey) go(event, before, after);
      else if (key === 'y' || key === 'z') go(event, after, { current: undefined });
    },
  };
};
