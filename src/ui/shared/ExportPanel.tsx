'use client';

import { useState } from 'react';
import { type FileOf, formatOf, formatsFor } from '@/core/files/sheet';
import { useSpeaks } from '../click/useSpeaks';
import { FileLink } from './Button';
import classes from './Export.module.css';
import { Select } from './Select';

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
};

/** What there is to export: MIDI, WAV, tables and text. */
const ExportPanel = ({ document, what, saved }: ExportProps) => {
  const speaks = useSpeaks();
  const [bits, setBits] = useState('16');
  const [layout, setLayout] = useState('mono');
  const [stems, setLanes] = useState<readonly string[]>(['click', 'voice']);
  const [ramps, setRamps] = useState('sixteenth');
  const [format, setFormat] = useState('1');
  const url = `/api/documents/${document}/click?with=${stems.join(',')}`;
  const wav = `${url}&bits=${bits}&layout=${layout}`;
  const toggle = (stem: string, on: boolean) =>
    setLanes(STEMS.map(([one]) => one).filter((one) => (one === stem ? on : stems.includes(one))));
  const ready = saved && stems.length > 0;
  return (
    <div className={classes.panel}>
      <strong>The click of the {what}</strong>
      <fieldset className={classes.stems} aria-label="What is heard">
        {STEMS.map(([stem, words]) => (
          <label key={stem}>
            <input
              type="checkbox"
              checked={stems.includes(stem)}
              onChange={({ currentTarget }) => toggle(stem, currentTarget.checked)}
            />
            {words}
            {stem === 'voice' && speaks === false && ' (no voice on this server)'}
          </label>
        ))}
      </fieldset>
      <div className={classes.choices}>
        <Select label="Ramps by the" shown value={ramps} onChange={setRamps} choices={RAMPS} />
        <Select label="Tracks" shown value={format} onChange={setFormat} choices={FORMATS} />
      </div>
      <FileLink href={`${url}&as=midi&ramps=${ramps}&format=${format}`} ready={ready}>
        {formatOf('midi').label[what]}
      </FileLink>
      <p>
        Tempo, meters, section markers, cues and spoken words; click and drums on channel 10. The
        file says by how much its ramps are off.
      </p>
      <div className={classes.choices}>
        <Select label="Resolution" shown value={bits} onChange={setBits} choices={BITS} />
        <Select label="Channels" shown value={layout} onChange={setLayout} choices={LAYOUTS} />
      </div>
      {formatsFor(what, 'heard')
        .filter(({ id }) => id !== 'midi')
        .map(({ id, label }) => (
          <FileLink key={id} href={`${wav}&as=${id}`} ready={ready}>
            {label[what]}
          </FileLink>
        ))}
      <p>
        Sections are marked in each WAV file. Vamps are played as often as is expected, fermatas
        last as long as is said.
      </p>
      {saved && <Sheets document={document} what={what} />}
      {!saved && <p>Once your edits are saved.</p>}
    </div>
  );
};

export default ExportPanel;

/** What is read, not heard. */
const Sheets = ({ document, what }: Pick<ExportProps, 'document' | 'what'>) => {
  const sheet = `/api/documents/${document}/sheet`;
  return (
    <p className={classes.sheets}>
      {formatsFor(what, 'read').map(({ id, label }) => (
        <a key={id} href={`${sheet}?as=${id}`} download>
          {label[what]}
        </a>
      ))}
    </p>
  );
};
