import { type ComponentType, useEffect, useRef, useState } from 'react';

/**
 * What opens from a button is fetched when it is opened for the first time: a page shows many such
 * buttons and opens few of them.
 */
export const useOpener = <P>(load: () => Promise<{ readonly default: ComponentType<P> }>) => {
  const [Opened, setOpened] = useState<ComponentType<P>>();
  const open = () => void load().then((loaded) => setOpened(() => loaded.default));
  return [Opened, open] as const;
};

/** Whether it is open: it takes the place of a button that was pressed, and the focus of that button. */
export const useOpenedAtOnce = () => {
  const [opened, setOpened] = useState(false);
  const target = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    // What had the focus when it opened gets it back when it closes.
    target.current?.focus();
    setOpened(true);
  }, []);
  return { opened, setOpened, target };
};
