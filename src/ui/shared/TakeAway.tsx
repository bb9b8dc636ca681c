'use client';

import { Button, Popover, SegmentedControl, Stack } from '@mantine/core';
import { IconDownload } from '@tabler/icons-react';
import { useState } from 'react';

type Props = {
  readonly document: string;
  /** “song” or “set”. */
  readonly what: string;
  /** Files are made from what is saved. */
  readonly saved: boolean;
};

/** The click to take away, as MIDI or as WAV. */
export const TakeAway = ({ document, what, saved }: Props) => {
  const [bits, setBits] = useState('16');
  const [layout, setLayout] = useState('mono');
  const url = `/api/documents/${document}/click`;
  return (
    <Popover width={310} position="bottom-end" withArrow shadow="sm">
      <Popover.Target>
        <Button size="compact-md" leftSection={<IconDownload size={16} />}>
          Take away the click
        </Button>
      </Popover.Target>
      <Popover.Dropdown>
        <Stack gap={8}>
          <strong>The click of the {what}</strong>
          <Button
            component="a"
            href={`${url}?as=midi`}
            download
            variant="default"
            disabled={!saved}
          >
            MIDI file
          </Button>
          <span>Tempo, meters, section markers, click on channel 10.</span>
          <SegmentedControl
            size="xs"
            aria-label="Resolution"
            value={bits}
            onChange={setBits}
            data={[
              { value: '16', label: '16 bit' },
              { value: '24', label: '24 bit' },
            ]}
          />
          <SegmentedControl
            size="xs"
            aria-label="Channels"
            value={layout}
            onChange={setLayout}
            data={[
              { value: 'mono', label: 'mono' },
              { value: 'left', label: 'click left' },
              { value: 'right', label: 'click right' },
            ]}
          />
          <Button
            component="a"
            href={`${url}?as=wav&bits=${bits}&layout=${layout}`}
            download
            variant="default"
            disabled={!saved}
          >
            WAV file, 48 kHz
          </Button>
          {!saved && <span>Once your edits are saved.</span>}
        </Stack>
      </Popover.Dropdown>
    </Popover>
  );
};
