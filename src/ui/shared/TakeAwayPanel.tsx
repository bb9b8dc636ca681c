'use client';

import { useState } from 'react';
import { FileLink } from './Button';
import { Select } from './Select';
import classes from './TakeAway.module.css';

const BITS = [
  ['16', '16 bit'],
  ['24', '24 bit'],
] as const;
const SOUNDS = [
  ['click', 'click'],
  ['both', 'click and drums'],
  ['drums', 'drums'],
] as const;
const LAYOUTS = [
  ['mono', 'mono'],
  ['left', 'click left'],
  ['right', 'click right'],
] as const;

export type TakeAwayProps = {
  readonly document: string;
  /** “song” or “set”. */
  readonly what: string;
  /** Files are made from what is saved. */
  readonly saved: boolean;
};

/** What there is to take away: MIDI, WAV, tables and text. */
const TakeAwayPanel = ({ document, what, saved }: TakeAwayProps) => {
  const [bits, setBits] = useState('16');
  const [layout, setLayout] = useState('mono');
  const [sound, setSound] = useState('click');
  const url = `/api/documents/${document}/click`;
  const sheet = `/api/documents/${document}/sheet`;
  return (
    <div className={classes.panel}>
      <strong>The click of the {what}</strong>
      <FileLink href={`${url}?as=midi&sound=${sound}`} ready={saved}>
        MIDI file
      </FileLink>
      <p>Tempo, meters, section markers, cues; click and drums on channel 10.</p>
      <div className={classes.choices}>
        <Select label="Sound" shown value={sound} onChange={setSound} choices={SOUNDS} />
        <Select label="Resolution" shown value={bits} onChange={setBits} choices={BITS} />
        <Select label="Channels" shown value={layout} onChange={setLayout} choices={LAYOUTS} />
      </div>
      <FileLink href={`${url}?as=wav&bits=${bits}&layout=${layout}&sound=${sound}`} ready={saved}>
        WAV file, 48 kHz
      </FileLink>
      {saved && (
        <p className={classes.sheets}>
          <a href={`${sheet}?as=csv`} download>
            Table (CSV)
          </a>
          {what === 'song' && (
            <>
              <a href={`${sheet}?as=text`} download>
                Message to the band
              </a>
              <a href={`${sheet}?as=json`} download>
                Whole song (JSON)
              </a>
            </>
          )}
        </p>
      )}
      {!saved && <p>Once your edits are saved.</p>}
    </div>
  );
};

export default TakeAwayPanel;
