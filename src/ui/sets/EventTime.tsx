'use client';

import { useEffect, useState } from 'react';
import { dateWords, hereWords } from './words';

type Props = { readonly startsAt: string; readonly timeZone: string };

/** When something is, in the time of its place; and of who reads, where that is another. */
export const EventTime = ({ startsAt, timeZone }: Props) => {
  const [here, setHere] = useState('');
  useEffect(
    () =>
      setHere(hereWords(startsAt, timeZone, new Intl.DateTimeFormat().resolvedOptions().timeZone)),
    [startsAt, timeZone],
  );
  return (
    <>
      <time dateTime={startsAt}>{dateWords(startsAt, timeZone)}</time>
      {here && ` (${here})`}
    </>
  );
};
