'use client';

import { Checkbox } from '@mantine/core';
import { useState } from 'react';
import type { Pattern } from '@/core/music/kit';
import classes from './Kit.module.css';

/** How a pattern is tried: a fill without the bars around it, and with its count spoken. */
export const useTrying = () => {
  const [alone, setAlone] = useState(false);
  const [aloud, setAloud] = useState(false);
  return { alone, setAlone, aloud, setAloud };
};

type Props = ReturnType<typeof useTrying> & { readonly kind: Pattern['kind'] };

/** The choices of it. */
export const Trying = ({ kind, alone, setAlone, aloud, setAloud }: Props) => (
  <section>
    <h2>Tried</h2>
    {kind === 'fill' && (
      <Checkbox
        mb={6}
        checked={alone}
        onChange={({ currentTarget }) => setAlone(currentTarget.checked)}
        label="alone, without the bar before and after it"
      />
    )}
    <Checkbox
      checked={aloud}
      onChange={({ currentTarget }) => setAloud(currentTarget.checked)}
      label="counted aloud, with a click on each part of the beat"
    />
    {aloud && (
      <p className={classes.quiet}>
        A word that would not be over by the next is left out: make it slower at the foot.
      </p>
    )}
  </section>
);
