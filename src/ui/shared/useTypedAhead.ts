'use client';

import { useLayoutEffect } from 'react';
import { isInModal } from './commands';

type Ahead = {
  /** Whether something with a field of its own has been asked for. */
  readonly waiting: boolean;
  readonly onType: (change: (typed: string) => string) => void;
  readonly onEscape: () => void;
  readonly onEnter: () => void;
};

/**
 * What is typed between asking for the finder and its field having the focus: it belongs to that field,
 * not to the page beneath, where letters do things.
 */
export const useTypedAhead = ({ waiting, onType, onEscape, onEnter }: Ahead): void =>
  // With what is drawn: the next key may come before the page is painted.
  useLayoutEffect(() => {
    if (!waiting) return;
    const press = (event: KeyboardEvent) => {
      if (isInModal(event.target) || event.isComposing || event.key === 'Tab') return;
      event.preventDefault();
      event.stopImmediatePropagation();
      if (event.key === 'Escape') onEscape();
      if (event.key === 'Enter') onEnter();
      if (event.key === 'Backspace') onType((typed) => typed.slice(0, -1));
      if (event.key.length > 1 || event.ctrlKey || event.metaKey || event.altKey) return;
      onType((typed) => typed + event.key);
    };
    window.addEventListener('keydown', press, true);
    return () => window.removeEventListener('keydown', press, true);
  }, [waiting, onType, onEscape, onEnter]);
