'use client';

import { Popover } from '@mantine/core';
import { useWindowEvent } from '@mantine/hooks';
import { useRef } from 'react';
import type { DropProps } from './Drop';
import { Face } from './Face';
import { useOpenedAtOnce } from './opener';

/** A drop from when it is first opened. */
const OpenedDrop = ({ position = 'bottom-end', width, children, ...face }: DropProps) => {
  const { opened, setOpened, target } = useOpenedAtOnce();
  const dropdown = useRef<HTMLDivElement>(null);
  // Escape before the focus has come into it: what is inside hears its own.
  useWindowEvent('keydown', ({ key }) => {
    if (key === 'Escape' && !dropdown.current?.contains(document.activeElement)) setOpened(false);
  });
  return (
    <Popover
      opened={opened}
      onChange={setOpened}
      position={position}
      width={width}
      trapFocus
      returnFocus
    >
      <Popover.Target>
        <Face {...face} ref={target} onClick={() => setOpened((now) => !now)} />
      </Popover.Target>
      <Popover.Dropdown ref={dropdown}>
        {typeof children === 'function' ? children(() => setOpened(false)) : children}
      </Popover.Dropdown>
    </Popover>
  );
};

export default OpenedDrop;
