'use client';

import { Button } from '@mantine/core';
import { useState } from 'react';
import { sentence } from '@/core/base/result';
import { addPattern, copyOf, type Pattern } from '@/core/music/kit';
import { type Library, libraryKind } from '@/core/song/library';
import { type Sent, useDocument } from '../document';
import { newId } from '../shared/newId';
import classes from './Kit.module.css';

type Props = { readonly library: Sent<Library>; readonly pattern: Pattern };

/** Puts a copy of a song’s pattern into the band’s library; the song keeps its own. */
export const IntoLibrary = ({ library, pattern }: Props) => {
  const live = useDocument(libraryKind, library);
  const [said, setSaid] = useState<string>();
  const put = () => {
    const refused = live.edit(addPattern(live.document.patterns, copyOf(pattern, newId())));
    setSaid(refused ? sentence(refused) : 'A copy is in the band’s library.');
  };
  return (
    <section>
      {said ? (
        <output className={classes.quiet}>{said}</output>
      ) : (
        <Button variant="subtle" size="compact-sm" onClick={put}>
          Copy it into the band’s library
        </Button>
      )}
    </section>
  );
};
