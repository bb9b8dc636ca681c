'use client';

import { ActionIcon, Indicator } from '@mantine/core';
import { IconNote } from '@tabler/icons-react';
import { useCallback, useState } from 'react';
import { keyText, useCommands } from '../shared/commands';
import { useNotes } from './useNotes';

/**
 * Opens the notes at a song or set, and counts those that are open.
 *
 * @returns the button, the notes, and whether they are looked at
 */
export const useNotesButton = (document: string) => {
  const { notes, read } = useNotes(document);
  const [open, setOpen] = useState(false);
  const show = useCallback(() => setOpen(true), []);
  useCommands([{ id: 'notes', label: 'Show the notes, or write one', keys: 'Alt+N', run: show }]);
  const waiting = (notes ?? []).filter(({ settled, answers }) => !settled && answers === null);
  const asked = waiting.some(({ askedOfMe, mine }) => askedOfMe && !mine);
  const words =
    waiting.length === 0
      ? 'Notes'
      : `Notes: ${waiting.length} open${asked ? ', one of them asked of you' : ''}`;
  const button = (
    <Indicator
      disabled={waiting.length === 0}
      label={waiting.length}
      size={16}
      color={asked ? 'ember' : 'gray'}
    >
      <ActionIcon
        size={32}
        aria-label={words}
        title={`${words} (${keyText('Alt+N')})`}
        onClick={show}
      >
        <IconNote size={18} />
      </ActionIcon>
    </Indicator>
  );
  return { button, notes, read, open, close: useCallback(() => setOpen(false), []) };
};
