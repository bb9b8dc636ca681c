'use client';

import { TextInput } from '@mantine/core';
import { IconClockSearch } from '@tabler/icons-react';
import { useRef, useState } from 'react';
import { type Asked, answer } from '@/core/song/timeline';
import { useCommands } from '../shared/commands';
import classes from './Finder.module.css';

type Props = {
  readonly asked: Asked;
  /** Is told the section of a place, and its time (s) in the recording. */
  readonly onGo: (section: string, time?: number) => void;
};

/** From the recording’s clock to bar and beat and back, and bars from a stopwatch, in one field. */
export const Finder = ({ asked, onGo }: Props) => {
  const [text, setText] = useState('');
  const field = useRef<HTMLInputElement>(null);
  const found = answer(text, asked);
  useCommands([
    {
      id: 'find',
      label: 'Find the bar of a time, the time of a bar, or the bars of a length',
      keys: 'G',
      run: () => field.current?.select(),
    },
  ]);
  return (
    <span className={classes.finder}>
      <IconClockSearch size={17} aria-hidden="true" />
      <TextInput
        ref={field}
        aria-label="A time, a bar or a length"
        title="2:41 finds its bar; 68 or 68.3 its time; 41.7 s so many bars (G)"
        placeholder="2:41, bar 68, 41.7 s"
        value={text}
        onChange={({ currentTarget }) => setText(currentTarget.value)}
        onKeyDown={({ key }) => {
          if (key === 'Enter' && found?.section) onGo(found.section, found.time);
          if (key === 'Escape') setText('');
        }}
      />
      {found && <output data-testid="found">{found.sentence}</output>}
    </span>
  );
};
