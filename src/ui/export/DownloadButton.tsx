'use client';

import { Button, type ButtonProps } from '@mantine/core';
import type { MouseEvent } from 'react';
import { follow } from './save';

type Props = Pick<ButtonProps, 'size' | 'leftSection'> & {
  readonly href: string;
  readonly ready?: boolean;
  /** What is fetched, as it is called on the page. */
  readonly children: string;
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
      onClick: (event: MouseEvent) => {
        event.preventDefault();
        void import('./download').then(
          ({ download }) => download(href, children),
          () => follow(href),
        );
      },
    })}
  >
    {children}
  </Button>
);
