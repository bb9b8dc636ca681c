'use client';

import { Button, type ButtonProps } from '@mantine/core';
import type { MouseEvent, ReactNode } from 'react';
import { follow } from './save';

type Props = Pick<ButtonProps, 'size' | 'leftSection'> & {
  readonly href: string;
  readonly ready?: boolean;
  /** What is fetched is called by these words where it is said how far it is. */
  readonly children: ReactNode;
};

/** A file to download; without an address, and so not to be followed, until it is ready. */
export const DownloadButton = ({ href, ready = true, children, ...button }: Props) => (
  <Button
    {...button}
    component="a"
    aria-disabled={!ready}
    data-disabled={!ready || undefined}
    download
    {...(ready && {
      href,
      onClick: (event: MouseEvent<HTMLElement>) => {
        event.preventDefault();
        const what = event.currentTarget.textContent;
        void import('./download').then(
          ({ download }) => download(href, what),
          () => follow(href),
        );
      },
    })}
  >
    {children}
  </Button>
);
