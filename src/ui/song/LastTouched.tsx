'use client';

import { Text } from '@mantine/core';
import { useEffect, useState } from 'react';
import type { Section } from '@/core/song/roadmap';
import { call } from '../shared/call';
import { When } from '../shared/When';

type Last = { readonly name: string | null; readonly at: string };
type Props = { readonly document: string; readonly section: Section };

/** An edit is asked about once it is likely to be saved (ms). */
const SAVED_AFTER = 1500;

/** Who changed a section last, or something in it; nothing where nobody has since the song was made. */
export const LastTouched = ({ document, section }: Props) => {
  const [last, setLast] = useState<Last | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another value of the section asks anew
  useEffect(() => {
    let gone = false;
    const ask = async () => {
      const asked = `/api/documents/${document}/touched?record=${encodeURIComponent(section.id)}`;
      const called = await call<{ last: Last | null }>('GET', asked);
      if (!gone && called.ok) setLast(called.value.last);
    };
    const timer = setTimeout(ask, last === null ? 0 : SAVED_AFTER);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [document, section]);
  return (
    last && (
      <Text size="sm" c="var(--quiet)" px="sm" py={6}>
        Last changed by {last.name ?? 'a former member'}, <When at={new Date(last.at)} />
      </Text>
    )
  );
};
