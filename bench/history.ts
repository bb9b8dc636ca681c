import { randomUUID } from 'node:crypto';
import { type HistoryChange, sittingsOf, songSteps } from '@/core/advice/history';
import { replay } from '@/core/base/document';
import { roadMapKind } from '@/core/song/roadmap';
import { roadMapOf } from '@/core/testing';
import { milliseconds, type Row, time } from './measure';

/** The server sends at most 300 changes and those since the snapshot before them. */
const SENT = 399;

/** What it takes to say a stretch of a song's log in sentences, and to show a moment of it. */
export const measureHistory = (): Row[] => {
  const map = roadMapOf(
    Array.from({ length: 24 }, (_, index) => ({ name: `Section ${index}`, bars: 8 })),
  );
  const sections = Object.keys(map.sections);
  const changes = Array.from(
    { length: SENT },
    (_, index): HistoryChange => ({
      id: randomUUID(),
      revision: index + 1,
      // Five people by turns, a sitting each four changes.
      author: `Member ${Math.floor(index / 4) % 5}`,
      at: index * 60_000,
      base: index,
      operations: [
        {
          type: 'set',
          in: 'sections',
          id: sections[index % sections.length]!,
          fields: { bars: 4 + (index % 9) },
        },
      ],
    }),
  );
  const said = time(() => sittingsOf(roadMapKind, map, changes, songSteps), 5);
  const shown = time(() => replay(roadMapKind, map, changes), 5);
  return [
    [
      `${SENT} changes of a song of 24 sections in sentences`,
      milliseconds(said),
      '300 ms',
      'once on opening',
    ],
    [`A moment ${SENT} changes on`, milliseconds(shown), '200 ms', ''],
  ];
};
