'use client';

import { ActionIcon, Button } from '@mantine/core';
import { IconArrowBackUp, IconX } from '@tabler/icons-react';
import { type KeyboardEvent, memo } from 'react';
import { type Decision, type PastedLine, usualDecision } from '@/core/text/paste';
import { saidInWords } from './pasteWords';

type Props = {
  readonly line: PastedLine;
  readonly decision: Decision;
  readonly onDecide: (line: number, decision: Decision) => void;
};

/** A line of what was pasted: as it was written, what it is taken for, and what to do with it. */
export const PasteLine = memo(({ line, decision, onDecide }: Props) => {
  const decide = (next: Decision) => onDecide(line.line, next);
  const isOut = decision === 'leave out';
  const usual = usualDecision(line);
  const other = decision === 'second' ? line : line.second;
  const swap = () => line.second && decide(decision === 'second' ? 'first' : 'second');
  const drop = () => decide(isOut ? (usual === 'leave out' ? 'cue' : usual) : 'leave out');
  const press = (event: KeyboardEvent<HTMLTableRowElement>) => {
    const { currentTarget: row, key, target } = event;
    if (target !== row || event.ctrlKey || event.metaKey || event.altKey) return;
    const act = KEYS[key.toLowerCase()];
    if (!act) return;
    event.preventDefault();
    if (act === 'swap') swap();
    else if (act === 'drop') drop();
    else rowBeside(row, act)?.focus();
  };
  return (
    <tr
      tabIndex={0}
      data-status={line.status}
      data-out={isOut}
      onKeyDown={press}
      aria-label={`Line ${line.line}`}
    >
      <td>{line.line}</td>
      <td className="name">{line.text.slice(0, 200)}</td>
      <td>
        {taken(line, decision)}
        {other && !isOut && (
          <Button
            size="compact-xs"
            variant="subtle"
            aria-label={`Take line ${line.line} as ${saidInWords(other) || 'no section'}`}
            onClick={swap}
          >
            or: {saidInWords(other) || 'no section'}
          </Button>
        )}
      </td>
      <td>
        {line.status === 'not understood' ? (
          <Button.Group>
            <Button
              size="compact-xs"
              aria-label={`Keep line ${line.line} as a cue`}
              aria-pressed={decision === 'cue'}
              onClick={() => decide(decision === 'cue' ? 'leave out' : 'cue')}
            >
              as a cue
            </Button>
            <Button
              size="compact-xs"
              aria-label={`Make line ${line.line} a section`}
              aria-pressed={decision === 'section'}
              onClick={() => decide(decision === 'section' ? 'leave out' : 'section')}
            >
              as a section
            </Button>
          </Button.Group>
        ) : (
          !isOut && line.guesses.join(' ')
        )}
      </td>
      <td>
        {usual !== 'leave out' && (
          <ActionIcon
            size="sm"
            variant="subtle"
            aria-label={isOut ? `Take line ${line.line}` : `Leave line ${line.line} out`}
            title={isOut ? 'Take it (X)' : 'Leave it out (X)'}
            onClick={drop}
          >
            {isOut ? <IconArrowBackUp size={16} /> : <IconX size={16} />}
          </ActionIcon>
        )}
      </td>
    </tr>
  );
});

/** Keys on a line that has the focus. */
const KEYS: Readonly<Record<string, 'swap' | 'drop' | 'next' | 'previous'>> = {
  o: 'swap',
  x: 'drop',
  arrowdown: 'next',
  arrowup: 'previous',
};

/** The line before or behind, in the next group as well. */
const rowBeside = (row: HTMLTableRowElement, way: 'next' | 'previous') => {
  const rows = [...(row.closest('table')?.querySelectorAll<HTMLElement>('tbody tr') ?? [])];
  return rows[rows.indexOf(row) + (way === 'next' ? 1 : -1)];
};

const taken = (line: PastedLine, decision: Decision): string => {
  switch (decision) {
    case 'leave out':
      return line.status === 'not understood' ? 'not understood, left out' : 'left out';
    case 'cue':
      return 'a cue of the section above';
    case 'section':
      return 'a section of 8 bars';
    case 'second':
      return line.second ? saidInWords(line.second) || 'no section' : '';
    case 'first':
      return saidInWords(line);
  }
};
