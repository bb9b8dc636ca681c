'use client';

import Link from 'next/link';
import { memo } from 'react';
import classes from './Arrangements.module.css';

export type Arrangement = { readonly id: string; readonly name: string };

type Props = {
  readonly current: string;
  readonly others: readonly Arrangement[];
};

/** The arrangements of the song: this one, and the others to go to. */
export const Arrangements = memo(({ current, others }: Props) => (
  <span className={classes.arrangements}>
    <strong>{current}</strong>
    {others.map((other) => (
      <Link key={other.id} href={other.id}>
        {other.name}
      </Link>
    ))}
  </span>
));
