'use client';

import { Button } from '@mantine/core';
import { type ReactNode, useEffect, useRef, useState } from 'react';

type Props = { readonly children: ReactNode; readonly label: string; readonly onHeld: () => void };

/** So long it is held, in milliseconds: an elbow does not. */
const HELD = 800;

/** A button that has to be held down. */
export const HoldButton = ({ children, label, onHeld }: Props) => {
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const [down, setDown] = useState(false);
  const begin = () => {
    setDown(true);
    clearTimeout(timer.current);
    timer.current = setTimeout(onHeld, HELD);
  };
  const end = () => {
    setDown(false);
    clearTimeout(timer.current);
  };
  useEffect(() => () => clearTimeout(timer.current), []);
  return (
    <Button
      h={64}
      variant={down ? 'filled' : 'default'}
      aria-label={label}
      title={label}
      onPointerDown={begin}
      onPointerUp={end}
      onPointerLeave={end}
      onKeyDown={({ key, repeat }) => (key === 'Enter' || key === ' ') && !repeat && begin()}
      onKeyUp={end}
      onBlur={end}
    >
      {children}
    </Button>
  );
};
