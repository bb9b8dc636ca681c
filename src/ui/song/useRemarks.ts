'use client';

import { useMemo, useState } from 'react';
import { insertRecord } from '@/core/editing';
import { type Remark, remarksOn } from '@/core/judgement';
import type { RoadMap } from '@/core/roadmap';
import type { Timeline } from '@/core/timeline';
import type { LiveDocument } from '../document';
import { useCommands } from '../shared/commands';

export type LiveRemarks = {
  readonly list: readonly Remark[];
  /** The one that was gone to last, while it is still there. */
  readonly current: Remark | undefined;
  readonly jump: (remark: Remark) => void;
  readonly mend: (remark: Remark) => void;
  readonly wave: (remark: Remark) => void;
};

/** What there is to look at in a song, with keys to go through it, mend it, or wave it away for good. */
export const useRemarks = (
  song: LiveDocument<RoadMap>,
  look: { readonly map: RoadMap; readonly timeline: Timeline },
  onSelect: (section: string) => void,
): LiveRemarks => {
  const { edit, mayEdit } = song;
  const list = useMemo(() => remarksOn(look), [look]);
  const [chosen, setChosen] = useState<string>();
  const at = list.findIndex(({ id }) => id === chosen);
  const current = list[at];
  const jump = (remark: Remark) => {
    setChosen(remark.id);
    if (remark.section) onSelect(remark.section);
  };
  const mend = (remark: Remark) => void (remark.mend && edit(remark.mend.operations));
  const wave = (remark: Remark) => void edit([insertRecord('waved', { id: remark.id })]);
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
    { id: 'mend', label: 'Mend what you went to', keys: 'M', run: () => current && mend(current) },
    {
      id: 'wave',
      label: 'Wave away what you went to',
      keys: 'W',
      run: () => current && wave(current),
    },
  ];
  useCommands(mayEdit ? [...jumps, ...edits] : jumps);
  return { list, current, jump, mend, wave };
};
