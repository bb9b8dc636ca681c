'use client';

import { UnstyledButton } from '@mantine/core';
import { memo } from 'react';
import { type Pattern, variantsOf } from '@/core/music/kit';
import classes from './Kit.module.css';
import { StaffView } from './StaffView';

type Props = {
  readonly title: string;
  readonly list: readonly Pattern[];
  readonly patterns: Readonly<Record<string, Pattern>>;
  readonly selected: string | undefined;
  readonly onSelect: (id: string) => void;
  /** What is said under a name: who plays it. */
  readonly say?: (pattern: Pattern) => string;
};

/** Patterns by name, each with its small picture. */
export const PatternList = ({ title, list, patterns, selected, onSelect, say }: Props) => (
  <section>
    <h2>{title}</h2>
    <ul className={classes.list}>
      {list.map((pattern) => {
        const others = variantsOf(patterns, pattern.id).length - 1;
        return (
          <li key={pattern.id} data-chosen={pattern.id === selected}>
            <UnstyledButton onClick={() => onSelect(pattern.id)}>
              <strong className="name">{pattern.name}</strong>
              <span>
                {[
                  say?.(pattern),
                  others > 0 && `and ${others === 1 ? '1 more way' : `${others} more ways`}`,
                ]
                  .filter(Boolean)
                  .join(', ')}
              </span>
              <Picture pattern={pattern} />
            </UnstyledButton>
          </li>
        );
      })}
    </ul>
  </section>
);

/** Small, and the first two bars only: enough to know it by. */
const Picture = memo(({ pattern }: { readonly pattern: Pattern }) => (
  <StaffView pattern={pattern} scale={0.62} barsPerLine={1} bars={2} />
));
