'use client';

import { Button, NativeSelect } from '@mantine/core';
import { IconDownload } from '@tabler/icons-react';
import { useState } from 'react';
import { Drop } from './Drop';
import classes from './TakeAway.module.css';

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
  const face = (
    <>
      <IconDownload size={16} aria-hidden="true" /> Take away the click
    </>
  );
  return (
    <Drop face={face} buttonClass={classes.open}>
      <div className={classes.panel}>
        <strong>The click of the {what}</strong>
        <Button
          component="a"
          data-button
          href={`${url}?as=midi`}
          download
          variant="default"
          disabled={!saved}
        >
          MIDI file
        </Button>
        <p>Tempo, meters, section markers, click on channel 10.</p>
        <div className={classes.choices}>
          <NativeSelect
            label="Resolution"
            value={bits}
            onChange={({ currentTarget }) => setBits(currentTarget.value)}
            data={[
              { value: '16', label: '16 bit' },
              { value: '24', label: '24 bit' },
            ]}
          />
          <NativeSelect
            label="Channels"
            value={layout}
            onChange={({ currentTarget }) => setLayout(currentTarget.value)}
            data={[
              { value: 'mono', label: 'mono' },
              { value: 'left', label: 'click left' },
              { value: 'right', label: 'click right' },
            ]}
          />
        </div>
        <Button
          component="a"
          data-button
          href={`${url}?as=wav&bits=${bits}&layout=${layout}`}
          download
          variant="default"
          disabled={!saved}
        >
          WAV file, 48 kHz
        </Button>
        {!saved && <p>Once your edits are saved.</p>}
      </div>
    </Drop>
  );
};
