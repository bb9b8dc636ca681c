'use client';

import { useState } from 'react';
import type { Book } from '@/core/book';
import { addPattern, copyOf, type Pattern } from '@/core/kit';
import type { Opened } from '../document';
import { call } from '../shared/call';
import { newId } from '../shared/newId';
import classes from './Kit.module.css';

type Props = { readonly book: Opened<Book>; readonly pattern: Pattern };

/** Puts a copy of a song’s pattern into the band’s book; the song keeps its own. */
export const IntoBook = ({ book, pattern }: Props) => {
  const [said, setSaid] = useState<string>();
  const put = async () => {
    const operations = addPattern(book.document.patterns, copyOf(pattern, newId()));
    const changes = [{ id: newId(), operations }];
    const called = await call('POST', `/api/documents/${book.id}/changes`, {
      base: book.revision,
      changes,
    });
    setSaid(called.ok ? 'A copy is in the band’s book.' : called.sentence);
  };
  return (
    <section>
      {said ? (
        <output className={classes.quiet}>{said}</output>
      ) : (
        <button type="button" className={classes.new} onClick={put}>
          Copy it into the band’s book
        </button>
      )}
    </section>
  );
};
