'use client';

import { useRef, useState } from 'react';
import { seconds } from '@/core/music/time';
import { songAt } from '@/core/song/set';
import { useCommands } from '../shared/commands';
import { Drop } from '../shared/Drop';
import classes from './TransportBar.module.css';
import { useTransport } from './TransportProvider';

/** Plays from a bar by its number, repeats counted each time. */
export const FromBar = () => {
  const { page, playFrom } = useTransport();
  const [bar, setBar] = useState('');
  const place = useRef<HTMLSpanElement>(null);
  useCommands([
    {
      id: 'from-bar',
      label: 'Play from a bar',
      keys: 'B',
      run: () => place.current?.querySelector('button')?.click(),
    },
  ]);
  const song = page && songAt(page.program, page.from ?? seconds(0))?.song;
  const bars = song?.timeline.bars ?? [];
  const chosen = bars[Number(bar) - 1];
  if (!song) return null;
  return (
    <span ref={place} className={classes.fromBar}>
      <Drop face="From bar" label="Play from a bar (B)" above align="start">
        <form
          className={classes.barForm}
          onSubmit={(event) => {
            event.preventDefault();
            if (!chosen) return;
            event.currentTarget.closest<HTMLElement>('[popover]')?.hidePopover();
            playFrom(seconds(song.barOne + chosen.startSeconds));
          }}
        >
          <label>
            Bar
            <input
              type="number"
              min={1}
              max={bars.length}
              value={bar}
              // biome-ignore lint/a11y/noAutofocus: it was opened to type a number
              autoFocus
              onChange={({ currentTarget }) => setBar(currentTarget.value)}
            />
          </label>
          <button type="submit" disabled={!chosen}>
            Play
          </button>
          <p>
            {bar !== '' && !chosen
              ? `${song.title} has bars 1 to ${bars.length}, repeats counted each time.`
              : `1 to ${bars.length}, repeats counted each time`}
          </p>
        </form>
      </Drop>
    </span>
  );
};
