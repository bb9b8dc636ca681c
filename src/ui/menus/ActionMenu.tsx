'use client';

import type { MenuProps } from '@mantine/core';
import type { Icon } from '@tabler/icons-react';
import { Face, type FaceProps } from './Face';
import { useOpener } from './opener';

export type Action = {
  readonly label: string;
  readonly icon?: Icon;
  readonly disabled?: boolean;
} & ({ readonly run: () => void } | { readonly href: string });

export type ActionMenuProps = FaceProps & {
  readonly position?: MenuProps['position'];
  readonly actions: readonly Action[];
};

/** A button with a menu of actions. */
export const ActionMenu = (props: ActionMenuProps) => {
  const [Opened, open] = useOpener<ActionMenuProps>(() => import('./OpenedMenu'));
  if (Opened) return <Opened {...props} />;
  const { position: _position, actions: _actions, ...face } = props;
  return <Face {...face} aria-haspopup="menu" aria-expanded={false} onClick={open} />;
};
