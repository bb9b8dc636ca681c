'use client';

import { differencesInWords } from '@/core/advice/compare';
import { songSteps } from '@/core/advice/history';
import { type RoadMap, roadMapKind, sectionsOf } from '@/core/song/roadmap';
import { compile } from '@/core/song/timeline';
import type { LiveDocument } from '../document';
import { Thumbnail } from '../profile';
import { HistoryDrawer } from './HistoryDrawer';

type Props = {
  readonly live: LiveDocument<RoadMap>;
  readonly title: string;
  readonly seen: number | undefined;
  readonly onClose: () => void;
};

const SongHistory = (props: Props) => (
  <HistoryDrawer
    {...props}
    kind={roadMapKind}
    stepsOf={songSteps}
    draw={draw}
    differences={differencesInWords}
    sections={sections}
  />
);

const draw = (map: RoadMap) => <Thumbnail timeline={compile(map)} width={540} height={64} />;

const sections = (map: RoadMap) =>
  sectionsOf(map).map(({ id, name }) => ({ value: id, label: name }));

export default SongHistory;
