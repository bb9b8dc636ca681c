'use client';

import { useState } from 'react';
import { insertRecord } from '@/core/editing';
import type { Remark } from '@/core/judgement';
import type { Edit } from '../../document';
import { useCommands } from '../../shared/commands';
import classes from './SongPanel.module.css';

type Props = {
  readonly remarks: readonly Remark[];
  readonly mayEdit: boolean;
  readonly edit: Edit;
  readonly onSelect: (section: string) => void;
};

/** What there is to look at: each a sentence with its place, a way to mend it, a way to wave it off. */
export const Remarks = ({ remarks, mayEdit, edit, onSelect }: Props) => {
  const [current, setCurrent] = useState<string>();
  const at = remarks.findIndex(({ id }) => id === current);
  const jump = (remark: Remark | undefined) => {
    if (!remark) return;
    setCurrent(remark.id);
    if (remark.section) onSelect(remark.section);
  };
  const wave = (remark: Remark | undefined) =>
    remark && edit([insertRecord('waved', { id: remark.id })]);
  const mend = (remark: Remark | undefined) => remark?.mend && edit(remark.mend.operations);
  const jumps = [
    {
      id: 'remark',
      label: 'Go to the next thing to look at',
      keys: 'J',
      run: () => jump(remarks[(at + 1) % Math.max(1, remarks.length)]),
    },
  ];
  const edits = [
    { id: 'mend', label: 'Mend what you went to', keys: 'M', run: () => void mend(remarks[at]) },
    {
      id: 'wave',
      label: 'Wave away what you went to',
      keys: 'W',
      run: () => void wave(remarks[at]),
    },
  ];
  useCommands(mayEdit ? [...jumps, ...edits] : jumps);
  return (
    <section>
      <h2>To look at</h2>
      {remarks.length === 0 && <p className={classes.quiet}>Nothing stands out.</p>}
      <ul className={classes.remarks}>
        {remarks.slice(0, MOST).map((remark) => (
          <li key={remark.id} data-current={remark.id === current}>
            <button type="button" className={classes.sentence} onClick={() => jump(remark)}>
              {remark.sentence}
            </button>
            {mayEdit && (
              <span>
                {remark.mend && (
                  <button type="button" onClick={() => mend(remark)}>
                    {remark.mend.label}
                  </button>
                )}
                <button type="button" onClick={() => wave(remark)}>
                  Wave away
                </button>
              </span>
            )}
          </li>
        ))}
      </ul>
      {remarks.length > MOST && <p className={classes.quiet}>and {remarks.length - MOST} more</p>}
    </section>
  );
};

const MOST = 40;
