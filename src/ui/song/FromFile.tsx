'use client';

import { Button, FileButton, Group, Text, TextInput } from '@mantine/core';
import { IconDownload, IconFolderOpen } from '@tabler/icons-react';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { LONGEST_NAME } from '@/core/base/fields';
import { type Result, sentence } from '@/core/base/result';
import type { Opened } from '@/core/files/imports';
import { compile } from '@/core/song/timeline';
import { DownloadButton } from '../export/DownloadButton';
import { call } from '../shared/call';
import { Select } from '../shared/Select';
import classes from './SongsPage.module.css';

/** The largest file that is opened; the core refuses larger ones too. */
const MOST_BYTES = 10_000_000;

const TOLERANCES = [
  ['0.001', '1 ms'],
  ['0.005', '5 ms'],
  ['0.02', '20 ms'],
  ['0.05', '50 ms'],
] as const;

/** A song from a file: what was understood of it is shown before anything is kept. */
export const FromFile = ({ band }: { readonly band: string }) => {
  const router = useRouter();
  const [opened, setOpened] = useState<Result<Opened>>();
  const [reading, setReading] = useState(false);
  const [refused, setRefused] = useState<string>();
  const [tolerance, setTolerance] = useState('0.005');
  const [isMidi, setIsMidi] = useState(false);
  const file = useRef<File>(undefined);
  const open = async (within: string) => {
    setOpened(undefined);
    setRefused(undefined);
    const chosen = file.current;
    if (!chosen) return;
    if (chosen.size > MOST_BYTES) return setRefused('A file has at most 10 MB.');
    setReading(true);
    const bytes = await chosen.arrayBuffer();
    setIsMidi(new TextDecoder().decode(bytes.slice(0, 4)) === 'MThd');
    const { openFile } = await import('@/audio/openFile');
    const read = await openFile({ bytes, name: chosen.name, tolerance: Number(within) });
    setReading(false);
    if (file.current === chosen) setOpened(read);
  };
  const keep = async (title: string) => {
    if (!opened?.ok) return;
    const { writeSongFile } = await import('@/core/files/sheet');
    const { arrangements, band: whole } = opened.value;
    if (whole !== undefined) {
      const { putIn } = await import('../export/download');
      const done = await putIn(`/api/bands/${band}/file`, whole, opened.value.title);
      if (done !== 'cancelled') {
        if (!done.ok) return setRefused(sentence(done.problem));
        setOpened(undefined);
      }
      return router.refresh();
    }
    const called = await call<{ arrangement: string }>('POST', `/api/bands/${band}/songs/file`, {
      text: writeSongFile(title, arrangements),
    });
    if (called.ok) router.push(`/${band}/songs/${called.value.arrangement}`);
    else setRefused(called.sentence);
  };
  return (
    <div className={classes.file}>
      <Group gap="sm">
        <FileButton
          accept=".mid,.midi,.musicxml,.xml,.mxl,.json,.txt,.csv,.md"
          onChange={(chosen) => {
            file.current = chosen ?? undefined;
            void open(tolerance);
          }}
        >
          {(props) => (
            <Button {...props} size="xs" leftSection={<IconFolderOpen size={16} />}>
              Open a file
            </Button>
          )}
        </FileButton>
        <DownloadButton
          href={`/api/bands/${band}/file`}
          size="xs"
          leftSection={<IconDownload size={16} />}
        >
          Back-up of the band (JSON)
        </DownloadButton>
      </Group>
      <Text size="sm" c="dimmed">
        MIDI, MusicXML, a song or a band of ours (JSON), text or CSV, up to 10 MB
      </Text>
      {reading && <output>Reading it</output>}
      {isMidi && opened && (
        <Select
          label="Tempos may be off by"
          shown
          value={tolerance}
          choices={TOLERANCES}
          onChange={(next) => {
            setTolerance(next);
            void open(next);
          }}
        />
      )}
      {opened?.ok && <Understood key={opened.value.title} opened={opened.value} onKeep={keep} />}
      {opened && !opened.ok && <p role="alert">{sentence(opened.problem)}</p>}
      {refused && <p role="alert">{refused}</p>}
    </div>
  );
};

type Props = { readonly opened: Opened; readonly onKeep: (title: string) => void };

/** What is in a file, what was guessed, what was left out. */
const Understood = ({ opened, onKeep }: Props) => {
  const { arrangements, found, guessed, left } = opened;
  const [title, setTitle] = useState(opened.title);
  const isSong = opened.band === undefined;
  const bars = arrangements.map(({ map }) => compile(map).bars.length);
  return (
    <div className={classes.understood} data-testid="understood">
      {isSong ? (
        <TextInput
          label="Title of this song"
          value={title}
          maxLength={LONGEST_NAME}
          error={title.trim() === '' && 'A song needs a title.'}
          onChange={({ currentTarget }) => setTitle(currentTarget.value)}
        />
      ) : (
        <strong className="name">{title}</strong>
      )}
      {bars.length > 0 && <p>{`${bars.join(' and ')} bars`}</p>}
      <Said title="What is there" list={found} />
      <Said title="What was guessed" list={guessed} />
      <Said title="What was left out" list={left} />
      <Button
        variant="filled"
        size="xs"
        disabled={isSong && title.trim() === ''}
        onClick={() => onKeep(title.trim())}
      >
        {isSong ? 'Keep it as a new song' : 'Put all of it into this band'}
      </Button>
    </div>
  );
};

const Said = ({ title, list }: { readonly title: string; readonly list: readonly string[] }) =>
  list.length === 0 ? null : (
    <>
      <h3>{title}</h3>
      <ul>
        {list.map((one) => (
          <li key={one}>{one}</li>
        ))}
      </ul>
    </>
  );
