'use client';

import {
  createContext,
  type ReactNode,
  useCallback,
  useContext,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from 'react';

/** Something that can be done here: has a key, stands in the palette and in the list under `?`. */
export type Command = {
  readonly id: string;
  readonly label: string;
  /** As shown and matched: `Space`, `Mod+Z`, `Alt+ArrowUp`. Mod is Ctrl, or Cmd on a Mac. */
  readonly keys?: string;
  /** Whether the key also works while typing in a field. */
  readonly whileTyping?: boolean;
  /** Left out of the palette where it makes sense by its key only. */
  readonly hidden?: boolean;
  readonly run: (event?: KeyboardEvent) => void;
};

type Registry = {
  readonly register: (owner: symbol, commands: readonly Command[]) => void;
  readonly unregister: (owner: symbol) => void;
  readonly all: () => readonly Command[];
  /** Changes whenever commands come or go. */
  readonly version: number;
};

const Context = createContext<Registry | undefined>(undefined);

/** Keeps the commands of what is on the page and runs them by key. */
export const CommandProvider = ({ children }: { children: ReactNode }) => {
  const owners = useRef(new Map<symbol, readonly Command[]>());
  /** What was clicked last: it has the focus, but nobody went to it by keyboard. */
  const clicked = useRef<Element | null>(null);
  const [version, setVersion] = useState(0);
  const register = useCallback((owner: symbol, commands: readonly Command[]) => {
    const known = owners.current.get(owner)?.length === commands.length;
    owners.current.set(owner, commands);
    if (!known) setVersion((count) => count + 1);
  }, []);
  const unregister = useCallback((owner: symbol) => {
    owners.current.delete(owner);
    setVersion((count) => count + 1);
  }, []);
  const all = useCallback(() => [...owners.current.values()].flat(), []);
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.isComposing || isInModal(event.target)) return;
      const keys = keysOf(event);
      const typing = isTyping(event.target);
      if (keys === 'Tab') clicked.current = null;
      if (keys === 'Space' && isOwnSpace(event.target, clicked.current)) return;
      if (UNDO_KEYS.has(keys) && hasOwnUndo(event.target)) return;
      // What has dropped down is closed before anything else is.
      if (keys === 'Escape' && isInDropped(event.target)) return;
      // Out of a field, so that Space plays.
      if (keys === 'Escape' && typing && event.target instanceof HTMLElement) event.target.blur();
      const command = all().find((one) => one.keys === keys && (one.whileTyping || !typing));
      if (!command) return;
      event.preventDefault();
      command.run(event);
    };
    const point = ({ target }: PointerEvent) => {
      clicked.current = target instanceof Element ? target.closest(PRESSED) : null;
    };
    window.addEventListener('keydown', press);
    window.addEventListener('pointerdown', point, true);
    return () => {
      window.removeEventListener('keydown', press);
      window.removeEventListener('pointerdown', point, true);
    };
  }, [all]);
  const registry = useMemo(
    () => ({ register, unregister, all, version }),
    [register, unregister, all, version],
  );
  return <Context value={registry}>{children}</Context>;
};

/** Offers commands while the component is on the page. */
export const useCommands = (commands: readonly Command[]): void => {
  const { register, unregister } = useRegistry();
  const [owner] = useState(() => Symbol('commands'));
  // With what is drawn, not after it: a key acts on what is in sight.
  useLayoutEffect(() => register(owner, commands));
  useEffect(() => () => unregister(owner), [owner, unregister]);
};

export const useRegistry = (): Registry => {
  const registry = useContext(Context);
  if (!registry) throw new Error('Commands are used outside their provider.');
  return registry;
};

/** A key press in the words of a command; letters are told by what they type, `?` needs no shift. */
const keysOf = (event: KeyboardEvent): string => {
  const name =
    event.key === ' ' ? 'Space' : event.key.length === 1 ? event.key.toUpperCase() : event.key;
  const printed = event.key.length === 1 && event.key !== ' ' && !/[a-z0-9]/i.test(event.key);
  return [
    event.ctrlKey || event.metaKey ? 'Mod' : '',
    event.altKey ? 'Alt' : '',
    event.shiftKey && !printed ? 'Shift' : '',
    name,
  ]
    .filter(Boolean)
    .join('+');
};

const isTyping = (target: EventTarget | null): boolean => {
  if (!(target instanceof HTMLElement)) return false;
  if (target instanceof HTMLInputElement)
    return !['checkbox', 'radio', 'range', 'button'].includes(target.type);
  return (
    target instanceof HTMLTextAreaElement ||
    target instanceof HTMLSelectElement ||
    target.isContentEditable
  );
};

/** A dialog that has to be answered first: no key reaches the page beneath. */
export const isInModal = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('[aria-modal="true"]') !== null;

/** Something that has opened over the page, by whatever part. */
const isInDropped = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('[role="dialog"], [role="menu"]') !== null;

const UNDO_KEYS: ReadonlySet<string> = new Set(['Mod+Z', 'Mod+Shift+Z', 'Mod+Y']);

/** A text whose typing the browser itself takes back. */
const hasOwnUndo = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && target.closest('[data-own-undo]') !== null;

/** What Space presses. */
const PRESSED = 'button, a, [role="menuitem"], [type="checkbox"], [type="radio"]';

/**
 * What was reached by keyboard is pressed by Space; what was clicked is not pressed again, nor what has
 * taken its place since: a button that has opened something, or where the focus went when it closed.
 */
const isOwnSpace = (target: EventTarget | null, clicked: Element | null): boolean =>
  target instanceof HTMLElement &&
  target !== clicked &&
  clicked?.isConnected !== false &&
  target.matches(PRESSED) &&
  target.matches(':focus-visible');

/** A key as it is shown: `Ctrl Z`, `⌘ Z` on a Mac. */
export const keyText = (keys: string): string => {
  const mac = typeof navigator !== 'undefined' && /Mac|iPhone|iPad/.test(navigator.userAgent);
  return keys
    .replace('Mod', mac ? '⌘' : 'Ctrl')
    .replace('ArrowUp', '↑')
    .replace('ArrowDown', '↓')
    .replaceAll('+', ' ');
};
