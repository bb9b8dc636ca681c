'use client';

import { Button, Checkbox, Group, Modal, SimpleGrid, Stack, Text, Title } from '@mantine/core';
import Link from 'next/link';
import { type ReactNode, useState } from 'react';
import {
  type FileFormatId,
  type FileOf,
  formatOf,
  formatsFor,
  noSuchFile,
} from '@/core/files/sheet';
import { useSpeaks } from '../click/useSpeaks';
import { Select } from '../shared/Select';
import { DownloadButton } from './DownloadButton';

const BITS = [
  ['16', '16 bit'],
  ['24', '24 bit'],
] as const;
const STEMS = [
  ['click', 'Click'],
  ['voice', 'Spoken cues'],
  ['drums', 'Drums'],
] as const;
const LAYOUTS = [
  ['mono', 'mono'],
  ['stereo', 'stereo, as panned'],
  ['left', 'click left, drums right'],
  ['right', 'click right, drums left'],
] as const;

const RAMPS = [
  ['quarter', 'quarter'],
  ['sixteenth', 'sixteenth'],
  ['sixty-fourth', 'sixty-fourth'],
] as const;
const FORMATS = [
  ['1', 'one for each'],
  ['0', 'all in one'],
] as const;

export type ExportProps = {
  readonly document: string;
  readonly what: FileOf;
  /** Files are made from what is saved. */
  readonly saved: boolean;
  readonly hasBars: boolean;
  /** Where the chart, or the set on paper, is. */
  readonly paper: string;
};

/** What there is to export, behind three doors: for players, for machines, for other programs. */
const ExportPanel = ({
  document,
  what,
  saved,
  hasBars,
  paper,
  onClose,
}: ExportProps & { readonly onClose: () => void }) => {
  const [stems, setStems] = useState<readonly string[]>(['click', 'voice']);
  const speaks = useSpeaks();
  const heard = `/api/documents/${document}/click?with=${stems.join(',')}`;
  const ready = saved && hasBars && stems.length > 0;
  const read = (id: FileFormatId) => {
    const goesOut = !noSuchFile(what, id, hasBars);
    return <ReadLink key={id} document={document} what={what} id={id} ready={saved && goesOut} />;
  };
  return (
    <Modal opened onClose={onClose} size={860} title={`Export the ${what}`}>
      <Stack>
        <Checkbox.Group
          label="What is heard in files that sound"
          value={[...stems]}
          onChange={(chosen) =>
            setStems(STEMS.map(([stem]) => stem).filter((stem) => chosen.includes(stem)))
          }
        >
          <Group mt={6}>
            {STEMS.map(([stem, words]) => (
              <Checkbox
                key={stem}
                value={stem}
                label={`${words}${stem === 'voice' && speaks === false ? ' (no voice on this server)' : ''}`}
              />
            ))}
          </Group>
        </Checkbox.Group>
        {!hasBars && <Text size="sm">The {what} has no bars yet: there is nothing to play.</Text>}
        {!saved && <Text size="sm">Files are made once your edits are saved.</Text>}
        <SimpleGrid cols={{ base: 1, sm: 3 }} spacing="lg">
          <Door
            title="For players and phones"
            about="Something to listen to on the bus, to read on the stand, to send to the band. Sections are marked in each WAV file; vamps are played as often as is expected."
          >
            <Sounds what={what} heard={heard} ready={ready} />
            <Button component={Link} href={paper} size="xs">
              {what === 'set' ? 'List for the floor and charts, to print' : 'Chart, to print'}
            </Button>
            {read('text')}
          </Door>
          <Door
            title="For the band’s machines"
            about="Tempo, meters, section markers, cues and spoken words for whatever runs along; click and drums on channel 10. The file says by how much its ramps are off."
          >
            <Midi what={what} heard={heard} ready={ready} />
            {read('csv')}
          </Door>
          <Door
            title="For other programs and back-up"
            about={
              what === 'song'
                ? 'The score as notation programs read it, and the whole song as Ebrant reads it back, every arrangement included.'
                : 'The whole set with its songs as Ebrant reads it back.'
            }
          >
            {what === 'song' && read('musicxml')}
            {read('json')}
          </Door>
        </SimpleGrid>
      </Stack>
    </Modal>
  );
};

export default ExportPanel;

type DoorProps = { readonly title: string; readonly about: string; readonly children: ReactNode };

const Door = ({ title, about, children }: DoorProps) => (
  <Stack gap="xs" align="stretch">
    <Title order={3} size="h5">
      {title}
    </Title>
    <Text size="sm" c="dimmed">
      {about}
    </Text>
    {children}
  </Stack>
);

type HeardProps = Pick<ExportProps, 'what'> & {
  /** The address of what is heard. */
  readonly heard: string;
  readonly ready: boolean;
};

const Sounds = ({ what, heard, ready }: HeardProps) => {
  const [bits, setBits] = useState('16');
  const [layout, setLayout] = useState('mono');
  return (
    <>
      <Select label="Resolution" shown value={bits} onChange={setBits} choices={BITS} />
      <Select label="Channels" shown value={layout} onChange={setLayout} choices={LAYOUTS} />
      {formatsFor(what, 'heard')
        .filter(({ id }) => id !== 'midi')
        .map(({ id, label }) => (
          <DownloadButton
            key={id}
            size="xs"
            href={`${heard}&bits=${bits}&layout=${layout}&as=${id}`}
            ready={ready}
          >
            {label[what]}
          </DownloadButton>
        ))}
    </>
  );
};

const Midi = ({ what, heard, ready }: HeardProps) => {
  const [ramps, setRamps] = useState('sixteenth');
  const [format, setFormat] = useState('1');
  return (
    <>
      <Select label="Ramps by the" shown value={ramps} onChange={setRamps} choices={RAMPS} />
      <Select label="Tracks" shown value={format} onChange={setFormat} choices={FORMATS} />
      <DownloadButton
        size="xs"
        href={`${heard}&as=midi&ramps=${ramps}&format=${format}`}
        ready={ready}
      >
        {formatOf('midi').label[what]}
      </DownloadButton>
    </>
  );
};

type ReadProps = Pick<ExportProps, 'document' | 'what'> & {
  readonly id: FileFormatId;
  readonly ready: boolean;
};

const ReadLink = ({ document, what, id, ready }: ReadProps) => (
  <DownloadButton size="xs" href={`/api/documents/${document}/sheet?as=${id}`} ready={ready}>
    {formatOf(id).label[what]}
  </DownloadButton>
);
