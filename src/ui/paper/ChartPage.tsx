'use client';

import { useMemo } from 'react';
import type { RoadMap } from '@/core/song/roadmap';
import { compile } from '@/core/song/timeline';
import { Chart, type ChartNoteAt } from './Chart';
import { Paper } from './Paper';
import { Sheet } from './Sheet';
import { CHART_SIZES } from './useFit';

type Props = {
  readonly map: RoadMap;
  readonly title: string;
  readonly arrangement: string;
  /** The notes that its reader has at it. */
  readonly notes?: readonly ChartNoteAt[];
  /** The address of the song. */
  readonly song: string;
};

/** The song on a page for the stand. */
export const ChartPage = ({ map, title, arrangement, notes = [], song }: Props) => {
  const timeline = useMemo(() => compile(map), [map]);
  return (
    <Paper back={{ href: song, words: 'Back to the song' }}>
      {(kind) => (
        <Sheet {...kind} sizes={CHART_SIZES}>
          {(staff) => (
            <Chart
              map={map}
              timeline={timeline}
              title={title}
              arrangement={arrangement}
              notes={notes}
              staff={staff}
            />
          )}
        </Sheet>
      )}
    </Paper>
  );
};
