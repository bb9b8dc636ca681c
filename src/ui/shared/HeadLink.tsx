'use client';

import { Button } from '@mantine/core';
import Link from 'next/link';
import type { ReactNode } from 'react';
import classes from './HeadLink.module.css';

type Props = {
  readonly href: string;
  readonly icon: ReactNode;
  readonly label: string;
  /** What it is for, with its key. */
  readonly title?: string;
  /** Whether its words are shown however little room there is. */
  readonly said?: boolean;
};

/** From the head of a song or a set to another view of it; where there is little room, its icon. */
export const HeadLink = ({ href, icon, label, title = label, said = false }: Props) => (
  <Button
    component={Link}
    href={href}
    variant="subtle"
    color="gray"
    size="xs"
    px={6}
    aria-label={label}
    title={title}
  >
    {icon}
    <span className={classes.label} data-said={said}>
      {label}
    </span>
  </Button>
);
