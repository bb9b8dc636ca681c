'use client';

import { ActionIcon, Button, Popover, type PopoverProps } from '@mantine/core';
import { type ReactNode, useState } from 'react';

type Props = {
  /** What the button says: words, or an icon. */
  readonly face: ReactNode;
  /** What it is for; an icon needs it. */
  readonly label?: string;
  readonly position?: PopoverProps['position'];
  readonly variant?: 'default' | 'subtle';
  /** What drops down; made, and its code fetched, when it is opened. */
  readonly children: ReactNode | ((close: () => void) => ReactNode);
};

/** A button with something that drops down from it; Escape or a click elsewhere closes it. */
export const Drop = ({ face, label, children, ...rest }: Props) => {
  const { position = 'bottom-end', variant = 'subtle' } = rest;
  const [opened, setOpened] = useState(false);
  const button = {
    'aria-label': label,
    title: label,
    onClick: () => setOpened((now) => !now),
  };
  return (
    <Popover opened={opened} onChange={setOpened} position={position} trapFocus>
      <Popover.Target>
        {typeof face === 'string' ? (
          <Button size="xs" px="xs" variant={variant} {...button}>
            {face}
          </Button>
        ) : (
          <ActionIcon size={28} {...button}>
            {face}
          </ActionIcon>
        )}
      </Popover.Target>
      <Popover.Dropdown>
        {typeof children === 'function' ? children(() => setOpened(false)) : children}
      </Popover.Dropdown>
    </Popover>
  );
};
