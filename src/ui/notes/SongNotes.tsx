'use client';

import { useMemo } from 'react';
import { parsePosition, positionText, type RoadMap, sectionsOf } from '@/core/song/roadmap';
import { type MeterAt, writtenMeters } from '@/core/song/timeline';
import { NewNote } from './NewNote';
import { NotesDrawer, type Places } from './NotesDrawer';
import type { Note } from './useNotes';

type Props = {
  readonly document: string;
  readonly band: string;
  readonly title: string;
  readonly map: RoadMap;
  readonly selected: string | undefined;
  readonly notes: readonly Note[];
  readonly onChange: () => void;
  readonly onClose: () => void;
};

/** The notes at a song. */
const SongNotes = ({ document, band, title, map, selected, notes, onChange, onClose }: Props) => {
  const meters = useMemo(() => writtenMeters(map), [map]);
  const meterAt = (section: string): MeterAt => meters.get(section) ?? (() => map.start.meter);
  const places: Places = {
    choices: sectionsOf(map).map(({ id, name }, index) => [id, `${index + 1}. ${name}`]),
    called: ({ record, bar, ticks }) => {
      if (record === null) return 'The song as a whole';
      const section = map.sections[record];
      if (!section) return 'A section that was taken out';
      if (bar === null) return `“${section.name}”`;
      return `“${section.name}”, ${positionText({ bar, ticks: ticks ?? 0 }, meterAt(record)(bar))}`;
    },
  };
  return (
    <NotesDrawer
      document={document}
      title={title}
      notes={notes}
      places={places}
      onChange={onChange}
      onClose={onClose}
    >
      <NewNote
        document={document}
        band={band}
        places={places}
        at={selected}
        readPlace={(section, text) => parsePosition(text, meterAt(section))}
        onDone={onChange}
      />
    </NotesDrawer>
  );
};

export default SongNotes;
