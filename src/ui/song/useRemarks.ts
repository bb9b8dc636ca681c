'use client';

import { useMemo, useState } from 'react';
import { type Remark, remarksOn } from '@/core/advice/judgement';
import type { Layout } from '@/core/music/kit';
import { loadsAlong, perform } from '@/core/playing/performance';
import { insertRecord } from '@/core/song/editing';
import type { RoadMap } from '@/core/song/roadmap';
import type { Timeline } from '@/core/song/timeline';
import type { LiveDocument } from '../document';
import { useCommands } from '../shared/commands';
import { PAUSE, useSettled } from '../shared/useSettled';

export type LiveRemarks = {
  readonly list: readonly Remark[];
  /** The one that was gone to last, while it is still there. */
  readonly current: Remark | undefined;
  readonly jump: (remark: Remark) => void;
  readonly fix: (remark: Remark) => void;
  readonly dismiss: (remark: Remark) => void;
};

/** What there is to look at in a song, with keys to go through it, fix it, or dismiss it for good. */
export const useRemarks = (
  song: LiveDocument<RoadMap>,
  look: { readonly map: RoadMap; readonly timeline: Timeline },
  layout: Layout,
  onSelect: (section: string) => void,
): LiveRemarks => {
  const { edit, mayEdit } = song;
  // What the limbs do is worked out once nobody is typing.
  const settled = useSettled(look, PAUSE);
  const limbs = useMemo(() => {
    const { map, timeline } = settled;
    const loads = loadsAlong(perform(map, timeline, layout), timeline.seconds);
    return { loads, clean: layout.clean };
  }, [settled, layout]);
  const list = useMemo(() => remarksOn(look, limbs), [look, limbs]);
  const [chosen, setChosen] = useState<string>();
  const at = list.findIndex(({ id }) => id === chosen);
  const current = list[at];
  const jump = (remark: Remark) => {
    setChosen(remark.id);
    if (remark.section) onSelect(remark.section);
  };
  const fix = (remark: Remark) => void (remark.fix && edit(remark.fix.operations));
  const dismiss = (remark: Remark) => void edit([insertRecord('dismissed', { id: remark.id })]);
  const next = list[(at + 1) % Math.max(1, list.length)];
  const jumps = [
    {
      id: 'remark',
      label: 'Go to the next thing to look at',
      keys: 'J',
      run: () => next && jump(next),
    },
  ];
  const edits = [
    { id: 'fix', label: 'Fix what you went to', keys: 'M', run: () => current && fix(current) },
    {
      id: 'dismiss',
      label: 'Dismiss what you went to',
      keys: 'W',
      run: () => current && dismiss(current),
    },
  ];
  useCommands(mayEdit ? [...jumps, ...edits] : jumps);
  return { list, current, jump, fix, dismiss };
};
