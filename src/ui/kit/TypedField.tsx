'use client';

import { type Change, type Pattern, parseTyped, printTyped, written } from '@/core/music/kit';
import { Cell } from '../shared/Cell';
import classes from './Kit.module.css';

type Props = {
  readonly pattern: Pattern;
  readonly mayEdit: boolean;
  readonly onChange: (change: Change) => void;
};

/** The pattern as it is spoken; what is typed becomes its strokes. */
export const TypedField = ({ pattern, mayEdit, onChange }: Props) => (
  <div className={classes.typed}>
    <Cell
      label="The pattern as it is spoken"
      value={printTyped(pattern)}
      placeholder="hh 8ths, sn >2 >4, bd 1 2& 3"
      readOnly={!mayEdit}
      wide
      onText={(text) => {
        if (text === printTyped(pattern)) return undefined;
        const read = parseTyped(text, pattern);
        if (!read.ok) return read.problem;
        onChange(written(text, pattern));
        return undefined;
      }}
    />
  </div>
);
