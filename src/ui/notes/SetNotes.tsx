'use client';

import { itemsOf, type SongSet } from '@/core/song/set';
import { NewNote } from './NewNote';
import { NotesDrawer, type Places } from './NotesDrawer';
import type { Note } from './useNotes';

type Props = {
  readonly document: string;
  readonly band: string;
  readonly set: SongSet;
  readonly titleOf: (arrangement: string) => string;
  readonly notes: readonly Note[];
  readonly onChange: () => void;
  readonly onClose: () => void;
};

/** The notes at a set. */
const SetNotes = ({ document, band, set, titleOf, notes, onChange, onClose }: Props) => {
  const places: Places = {
    choices: itemsOf(set).map(({ id, arrangement }, index) => [
      id,
      `${index + 1}. ${titleOf(arrangement)}`,
    ]),
    called: ({ record }) => {
      if (record === null) return 'The set as a whole';
      const item = set.items[record];
      return item ? titleOf(item.arrangement) : 'A song that was taken out';
    },
  };
  return (
    <NotesDrawer
      document={document}
      title={set.heading.title}
      notes={notes}
      places={places}
      onChange={onChange}
      onClose={onClose}
    >
      <NewNote document={document} band={band} places={places} at={undefined} onDone={onChange} />
    </NotesDrawer>
  );
};

export default SetNotes;
