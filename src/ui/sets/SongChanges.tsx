'use client';

import { Checkbox } from '@mantine/core';
import type { Problem } from '@/core/base/result';
import { sectionsOf } from '@/core/song/roadmap';
import type { SetItem } from '@/core/song/set';
import { Cell } from '../shared/Cell';
import { Select } from '../shared/Select';
import type { SetEntry } from './entries';
import classes from './SetPage.module.css';

type Props = {
  readonly item: SetItem;
  readonly song: NonNullable<SetEntry['song']>;
  /** Whether it follows straight on from the song before it. */
  readonly follows: boolean;
  readonly onChange: <F extends 'tempo' | 'key' | 'cuts'>(
    field: F,
    value: SetItem[F],
  ) => Problem | undefined;
};

const AS_WRITTEN = 'as-written';
const NO_NUMBER: Problem = {
  code: 'invalid',
  place: 'Tempo',
  message: 'Say how many per cent of what is written: 96.',
};

/** What this set changes in a song. The song itself stays as it is. */
const SongChanges = ({ item, song, follows, onChange }: Props) => {
  const { tempo, key, cuts } = item;
  const typePercent = (text: string): Problem | undefined => {
    const percent = Number(text.replace('%', '').trim());
    if (text.trim() === '' || Number.isNaN(percent)) return NO_NUMBER;
    return onChange('tempo', percent === 100 ? null : { kind: 'percent', percent });
  };
  const toggle = (id: string, played: boolean) =>
    onChange('cuts', played ? cuts.filter((cut) => cut !== id) : [...cuts, id]);
  return (
    <div className={classes.changes}>
      <strong>In this set</strong>
      <div className={classes.pair}>
        <Select
          label="Tempo"
          shown
          value={tempo?.kind ?? AS_WRITTEN}
          choices={[
            [AS_WRITTEN, 'as written'],
            ['percent', 'another tempo'],
            ...(follows || tempo?.kind === 'as-before'
              ? ([['as-before', 'as the song before ends']] as const)
              : []),
          ]}
          onChange={(kind) => {
            if (kind === 'as-before') onChange('tempo', { kind });
            else onChange('tempo', kind === 'percent' ? { kind, percent: 96 } : null);
          }}
        />
        {tempo?.kind === 'percent' && (
          <span className={classes.named}>
            Per cent
            <Cell
              label="Per cent of the written tempo"
              numeric
              value={String(tempo.percent)}
              onText={typePercent}
            />
          </span>
        )}
      </div>
      <span className={classes.named}>
        Key
        <Cell
          label="Key in this set"
          value={key}
          placeholder="as ever"
          maxLength={20}
          onText={(text) => onChange('key', text)}
        />
      </span>
      <fieldset className={classes.cuts} aria-label="Sections that are played">
        <span>Sections that are played</span>
        {sectionsOf(song.map).map(({ id, name }) => (
          <Checkbox
            key={id}
            label={name}
            checked={!cuts.includes(id)}
            onChange={({ currentTarget }) => toggle(id, currentTarget.checked)}
          />
        ))}
      </fieldset>
    </div>
  );
};

export default SongChanges;
