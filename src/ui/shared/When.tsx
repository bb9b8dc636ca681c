'use client';

import { useMounted } from '@mantine/hooks';

type Props = {
  readonly at: Date;
  /** The day alone. */
  readonly day?: boolean;
};

/** A moment in words of one’s own device: only there it is known how it writes them, and where it is. */
export const When = ({ at, day = false }: Props) => {
  const mounted = useMounted();
  return <time dateTime={at.toISOString()}>{mounted ? words(at, day) : at.toISOString()}</time>;
};

const words = (at: Date, day: boolean): string =>
  day
    ? at.toLocaleDateString(undefined, { dateStyle: 'long' })
    : at.toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' });
