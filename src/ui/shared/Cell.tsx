'use client';

import { memo, type ReactNode, useId, useLayoutEffect, useRef, useState } from 'react';
import type { Problem } from '@/core/base/result';
import { useDraft } from '../document/drafts';
import classes from './Cell.module.css';
import { useTypingUndo } from './useTypingUndo';

type Props = {
  readonly label: string;
  readonly value: string;
  /** Takes the text as typed; a problem leaves the saved value alone. */
  readonly onText: (text: string) => Problem | undefined;
  readonly column?: string;
  /** What the field is called among those of its record, where its label may change. */
  readonly field?: string;
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
  /** Only its words until somebody comes to it: a page of many hundred inputs is slow to paint. */
  readonly still?: boolean;
};

/**
 * A field that saves with every keystroke that makes sense. What does not is kept as typed, with a
 * sentence under it, until it is mended or Escape brings the saved value back: another view, another
 * page or a reload do not lose it.
 */
export const Cell = memo(
  ({
    label,
    value,
    onText,
    column,
    field: name = column ?? label,
    before,
    numeric,
    wide,
    onLeave = false,
    still,
    ...rest
  }: Props) => {
    const [typed, setTyped] = useState<string>();
    const [kept, keep] = useDraft(name);
    const describedBy = useId();
    const escaping = useRef(false);
    const field = useRef<HTMLInputElement>(null);
    const asked = useRef(false);
    const text = typed ?? kept?.text;
    const asWords = still === true && text === undefined;
    useLayoutEffect(() => {
      if (asWords || !asked.current) return;
      asked.current = false;
      field.current?.select();
    }, [asWords]);
    const take = (next: string) => {
      const problem = onText(next);
      keep(problem && { label, text: next, message: problem.message });
      return problem;
    };
    const type = (next: string) => {
      setTyped(next);
      if (onLeave) keep({ label, text: next, message: '' });
      else take(next);
    };
    const leave = () => {
      if (escaping.current) return;
      if (onLeave && typed !== undefined) {
        if (typed === value) keep(undefined);
        else take(typed);
      }
      setTyped(undefined);
    };
    const letGo = () => {
      setTyped(undefined);
      keep(undefined);
    };
    const undo = useTypingUndo(value, text, type);
    return (
      <span className={classes.cell} data-wide={wide}>
        {before}
        {asWords ? (
          <Words
            label={label}
            column={column}
            numeric={numeric}
            value={value}
            placeholder={rest.placeholder}
            onAsked={() => {
              asked.current = true;
            }}
          />
        ) : (
          <input
            {...rest}
            ref={field}
            className={classes.input}
            aria-label={label}
            data-column={column}
            data-numeric={numeric}
            inputMode={numeric ? 'numeric' : undefined}
            dir={wide ? 'auto' : undefined}
            autoComplete="off"
            spellCheck={false}
            aria-invalid={Boolean(kept?.message)}
            aria-describedby={kept?.message ? describedBy : undefined}
            value={text ?? value}
            onFocus={undo.onFocus}
            onChange={({ currentTarget }) => type(currentTarget.value)}
            onBlur={leave}
            onKeyDown={(event) => {
              undo.onKeyDown(event);
              if (event.key !== 'Escape') return;
              letGo();
              escaping.current = true;
              event.currentTarget.blur();
              escaping.current = false;
            }}
          />
        )}
        {kept?.message && (
          <span id={describedBy} role="alert" className={classes.problem}>
            {kept.message}
          </span>
        )}
      </span>
    );
  },
);

type WordsProps = Pick<Props, 'label' | 'value' | 'column' | 'placeholder' | 'numeric'> & {
  /** It was clicked or tabbed to; whoever says `still` takes that as the sign to say so no more. */
  readonly onAsked: () => void;
};

const Words = ({ label, value, column, placeholder, numeric, onAsked }: WordsProps) => (
  // biome-ignore lint/a11y/useSemanticElements: it turns into the input as soon as it is reached
  <span
    className={classes.words}
    role="textbox"
    tabIndex={0}
    aria-label={label}
    data-column={column}
    data-numeric={numeric}
    data-empty={value === ''}
    onFocus={onAsked}
  >
    {value || placeholder}
  </span>
);
