'use client';

import { Group, Radio } from '@mantine/core';
import { useMemo, useState } from 'react';
import type { Packed } from '@/core/base/packed';
import { unpacked } from '@/core/base/packed';
import type { SongSet } from '@/core/song/set';
import { compileSongs, entriesOf, received, type SentSong } from '../sets/entries';
import { Chart } from './Chart';
import { FloorList } from './FloorList';
import { Paper } from './Paper';
import { Sheet } from './Sheet';
import { CHART_SIZES, LIST_SIZES } from './useFit';

const WHAT = { list: 'List for the floor', charts: 'Charts of its songs' } as const;
type What = keyof typeof WHAT;

type Props = {
  readonly set: Packed<SongSet>;
  /** The songs that are in it. */
  readonly songs: readonly SentSong[];
  /** Which evening it is for: its title, place and time. */
  readonly event: string;
  /** The address of the set. */
  readonly back: string;
};

/** A set on paper: one sheet for the floor, or a booklet with a chart of each song as this set plays it. */
export const SetPaperPage = ({ set: sent, songs, event, back }: Props) => {
  const [what, setWhat] = useState<What>('list');
  const { set, entries, program } = useMemo(() => {
    const set = unpacked(sent);
    return { set, ...entriesOf(set, compileSongs(received(songs))) };
  }, [sent, songs]);
  const charts = entries.flatMap(({ item, song, joined }) =>
    song && joined ? [{ item, song, joined }] : [],
  );
  const chosen = (
    <Radio.Group aria-label="What to print" value={what} onChange={(next) => setWhat(next as What)}>
      <Group gap="md">
        {Object.entries(WHAT).map(([value, label]) => (
          <Radio key={value} value={value} label={label} />
        ))}
      </Group>
    </Radio.Group>
  );
  return (
    <Paper back={{ href: back, words: 'Back to the set' }} tools={chosen}>
      {(kind) =>
        what === 'list' ? (
          <Sheet key="list" {...kind} sizes={LIST_SIZES}>
            {() => (
              <FloorList
                title={set.heading.title}
                event={event}
                slotMinutes={set.heading.slotMinutes}
                entries={entries}
                seconds={program.seconds}
              />
            )}
          </Sheet>
        ) : (
          charts.map(({ item, song, joined }) => (
            <Sheet key={item.id} {...kind} sizes={CHART_SIZES}>
              {(staff) => (
                <Chart
                  map={joined.map}
                  timeline={joined.timeline}
                  title={song.title}
                  arrangement={song.arrangementName}
                  staff={staff}
                />
              )}
            </Sheet>
          ))
        )
      }
    </Paper>
  );
};
