'use client';

import type { PopoverProps } from '@mantine/core';
import type { ReactNode } from 'react';
import { Face, type FaceProps } from './Face';
import { useOpener } from './opener';

export type DropProps = FaceProps & {
  readonly position?: PopoverProps['position'];
  readonly width?: number;
  /** What drops down; made when it is opened. */
  readonly children: ReactNode | ((close: () => void) => ReactNode);
};

/** A button with something that drops down from it; Escape or a click elsewhere closes it. */
export const Drop = (props: DropProps) => {
  const [Opened, open] = useOpener<DropProps>(() => import('./OpenedDrop'));
  if (Opened) return <Opened {...props} />;
  const { position: _position, width: _width, children: _children, ...face } = props;
  return <Face {...face} aria-haspopup="dialog" aria-expanded={false} onClick={open} />;
};
