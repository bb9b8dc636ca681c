'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { type Result, sentence } from '@/core/result';
import type { SongFile } from '@/core/sheet';
import { compile } from '@/core/timeline';
import { Button } from '../shared/Button';
import { call } from '../shared/call';
import classes from './SongsPage.module.css';

/** What a request may carry, less what stands around the file in it. */
const MOST_BYTES = 900_000;

type Opened = { readonly text: string; readonly read: Result<SongFile> };

/** A song from a file of our own: what is in it is shown before anything is kept. */
export const FromFile = ({ band }: { readonly band: string }) => {
  const router = useRouter();
  const [opened, setOpened] = useState<Opened>();
  const [refused, setRefused] = useState<string>();
  const open = async (file: File | undefined) => {
    setOpened(undefined);
    setRefused(undefined);
    if (!file) return;
    if (file.size > MOST_BYTES) return setRefused('A song’s file has at most 0.9 MB.');
    const text = await file.text();
    const { readSongFile } = await import('@/core/sheet');
    setOpened({ text, read: readSongFile(text) });
  };
  const keep = async () => {
    const called = await call<{ arrangement: string }>('POST', `/api/bands/${band}/songs/file`, {
      text: opened?.text,
    });
    if (called.ok) router.push(`/${band}/songs/${called.value.arrangement}`);
    else setRefused(called.sentence);
  };
  return (
    <div className={classes.file}>
      <label>
        Open a song’s file (JSON, up to 0.9 MB)
        <input
          type="file"
          accept=".json,application/json"
          onChange={({ currentTarget }) => open(currentTarget.files?.[0])}
        />
      </label>
      {opened?.read.ok && (
        <>
          <p data-testid="understood">{fileWords(opened.read.value)}</p>
          <Button look="main" small onClick={keep}>
            Keep it as a new song
          </Button>
        </>
      )}
      {opened && !opened.read.ok && <p role="alert">{sentence(opened.read.problem)}</p>}
      {refused && <p role="alert">{refused}</p>}
    </div>
  );
};

/** `“Slack Water”: As recorded, 12 sections, 76 bars, 3 patterns.` */
const fileWords = ({ title, arrangements }: SongFile): string => {
  const words = arrangements.map(({ name, map }) => {
    const sections = Object.keys(map.sections).length;
    const patterns = Object.keys(map.patterns).length;
    return `${name}, ${sections} sections, ${compile(map).bars.length} bars, ${patterns} patterns`;
  });
  return `“${title}”: ${words.join('; ')}.`;
};
