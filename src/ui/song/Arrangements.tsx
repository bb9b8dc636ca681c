'use client';

import { IconCopy } from '@tabler/icons-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { type FormEvent, memo, useState } from 'react';
import { call } from '../shared/call';
import classes from './Arrangements.module.css';

export type Arrangement = { readonly id: string; readonly name: string };

type Props = {
  readonly id: string;
  readonly current: string;
  readonly others: readonly Arrangement[];
  readonly mayEdit: boolean;
};

/** The arrangements of the song: this one, the others, and a copy of this one under a new name. */
export const Arrangements = memo(({ id, current, others, mayEdit }: Props) => {
  const router = useRouter();
  const [name, setName] = useState<string>();
  const [refused, setRefused] = useState<string>();
  const copy = async (event: FormEvent) => {
    event.preventDefault();
    const called = await call<{ id: string }>('POST', `/api/songs/${id}/arrangements`, { name });
    if (called.ok) router.push(called.value.id);
    else setRefused(called.sentence);
  };
  return (
    <span className={classes.arrangements}>
      <strong>{current}</strong>
      {others.map((other) => (
        <Link key={other.id} href={other.id}>
          {other.name}
        </Link>
      ))}
      {mayEdit && name === undefined && (
        <button type="button" title="Copy this arrangement" onClick={() => setName('')}>
          <IconCopy size={15} aria-label="Copy" />
        </button>
      )}
      {name !== undefined && (
        <form onSubmit={copy}>
          <input
            // biome-ignore lint/a11y/noAutofocus: it was just asked for
            autoFocus
            aria-label="Name of the copy"
            placeholder="Short version"
            value={name}
            onChange={({ currentTarget }) => setName(currentTarget.value)}
            onKeyDown={({ key }) => key === 'Escape' && setName(undefined)}
          />
          <button type="submit">Make it</button>
          {refused && <span role="alert">{refused}</span>}
        </form>
      )}
    </span>
  );
});
