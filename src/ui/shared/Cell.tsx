'use client';

import { memo, type ReactNode, useId, useRef, useState } from 'react';
import type { Problem } from '@/core/result';
import classes from './Cell.module.css';

type Props = {
  readonly label: string;
  readonly value: string;
  /** Takes the text as typed; a problem leaves the saved value alone. */
  readonly onText: (text: string) => Problem | undefined;
  readonly column?: string;
  readonly placeholder?: string;
  readonly readOnly?: boolean;
  readonly numeric?: boolean;
  readonly wide?: boolean;
  /** Before the text: a note value. */
  readonly before?: ReactNode;
  readonly maxLength?: number;
  /** The id of a list of suggestions. */
  readonly list?: string;
  /** Saves when the field is left or Enter is pressed, not with each letter. */
  readonly onLeave?: boolean;
};

/**
 * A field that saves with every keystroke that makes sense. What does not is kept as typed, with a
 * sentence under it, until it is mended or Escape brings the saved value back.
 */
export const Cell = memo(
  ({ label, value, onText, column, before, numeric, wide, onLeave = false, ...rest }: Props) => {
    const [draft, setDraft] = useState<string>();
    const [problem, setProblem] = useState<Problem>();
    const describedBy = useId();
    const escaping = useRef(false);
    const type = (text: string) => {
      setDraft(text);
      if (!onLeave) setProblem(onText(text));
    };
    const leave = () => {
      if (escaping.current) return;
      const refused = onLeave && draft !== undefined && draft !== value ? onText(draft) : problem;
      setProblem(refused);
      if (!refused) setDraft(undefined);
    };
    const letGo = () => {
      setDraft(undefined);
      setProblem(undefined);
    };
    return (
      <span className={classes.cell} data-wide={wide}>
        {before}
        <input
          {...rest}
          className={classes.input}
          aria-label={label}
          data-column={column}
          data-numeric={numeric}
          inputMode={numeric ? 'numeric' : undefined}
          dir={wide ? 'auto' : undefined}
          autoComplete="off"
          spellCheck={false}
          aria-invalid={problem !== undefined}
          aria-describedby={problem ? describedBy : undefined}
          value={draft ?? value}
          onChange={({ currentTarget }) => type(currentTarget.value)}
          onBlur={leave}
          onKeyDown={(event) => {
            if (event.key !== 'Escape') return;
            letGo();
            escaping.current = true;
            event.currentTarget.blur();
            escaping.current = false;
          }}
        />
        {problem && (
          <span id={describedBy} role="alert" className={classes.problem}>
            {problem.message}
          </span>
        )}
      </span>
    );
  },
);
