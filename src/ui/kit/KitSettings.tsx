'use client';

import { Checkbox, TextInput } from '@mantine/core';
import { useState } from 'react';
import {
  type Layout,
  LIMBS,
  type Limb,
  standIn,
  VARIANTS,
  VOICES,
  type VoiceId,
  voiceOf,
} from '@/core/music/kit';
import { Drop } from '../menus';
import { call } from '../shared/call';
import { Segments } from '../shared/Segments';
import { Select } from '../shared/Select';
import classes from './Kit.module.css';

type Props = { readonly layout: Layout; readonly onChange: (layout: Layout) => void };

/** Sticks are in the hands. */
const ON_A_KIT = VOICES.filter(({ id }) => id !== 'sticks');

/** Where a voice may stand, as the player sits. */
const PLACES: readonly (readonly [string, string])[] = [
  ['0', 'far left'],
  ['1', 'left'],
  ['2', 'before you, left'],
  ['3', 'before you'],
  ['4', 'before you, right'],
  ['5', 'right'],
  ['6', 'well to the right'],
  ['7', 'far right'],
];

/** The player’s own kit: which hand leads, what is there, what stands in for what is not. */
export const KitSettings = ({ layout, onChange }: Props) => {
  const [refused, setRefused] = useState<string>();
  const save = async (next: Layout) => {
    onChange(next);
    const called = await call('PUT', '/api/kit', next);
    setRefused(called.ok ? undefined : called.sentence);
  };
  const toggle = (voice: VoiceId) => {
    const missing = layout.missing.includes(voice)
      ? layout.missing.filter((one) => one !== voice)
      : [...layout.missing, voice];
    void save({ ...layout, missing });
  };
  const stand = (voice: VoiceId, place: string) => {
    const { [voice]: _, ...rest } = layout.places;
    const places: Layout['places'] = place === '' ? rest : { ...rest, [voice]: Number(place) };
    void save({ ...layout, places });
  };
  const logClean = (limb: Limb, text: string) => {
    const { [limb]: before, ...rest } = layout.clean;
    const perSecond = Number(text.replace(',', '.'));
    const clean: Layout['clean'] = text.trim() === '' ? rest : { ...rest, [limb]: perSecond };
    if (before !== clean[limb]) void save({ ...layout, clean });
  };
  return (
    <Drop face="Your kit">
      <div className={classes.kit}>
        <Segments
          label="Leading hand"
          value={layout.hand}
          choices={[
            { value: 'right', label: 'right-handed' },
            { value: 'left', label: 'left-handed' },
          ]}
          onChange={(hand) => void save({ ...layout, hand: hand as Layout['hand'] })}
        />
        <Segments
          label="Pedals of the bass drum"
          value={String(layout.pedals)}
          choices={[
            { value: '1', label: 'one pedal' },
            { value: '2', label: 'two pedals' },
          ]}
          onChange={(pedals) => void save({ ...layout, pedals: pedals === '2' ? 2 : 1 })}
        />
        <Select
          label="Where there are several ways, you play"
          shown
          value={layout.plays}
          choices={VARIANTS.map((one) => [one, one] as const)}
          onChange={(plays) => void save({ ...layout, plays: plays as Layout['plays'] })}
        />
        <ul>
          {ON_A_KIT.map(({ id, name }) => {
            const missing = layout.missing.includes(id);
            return (
              <li key={id}>
                <Checkbox checked={!missing} onChange={() => toggle(id)} label={name} />
                {!missing && voiceOf(id).limb === 'hand' && (
                  <Select
                    label={`Where the ${name.toLowerCase()} stands`}
                    value={String(layout.places[id] ?? '')}
                    choices={[['', 'where it usually stands'], ...PLACES]}
                    onChange={(place) => stand(id, place)}
                  />
                )}
                {missing && (
                  <Select
                    label={`In place of ${name.toLowerCase()}`}
                    value={layout.instead[id] ?? ''}
                    choices={[
                      ['', usual(layout, id)],
                      ...VOICES.filter((one) => one.id !== id).map(
                        (one) => [one.id, one.name] as const,
                      ),
                    ]}
                    onChange={(voice) => {
                      const { [id]: _, ...rest } = layout.instead;
                      const instead = voice ? { ...rest, [id]: voice as VoiceId } : rest;
                      void save({ ...layout, instead });
                    }}
                  />
                )}
              </li>
            );
          })}
        </ul>
        <strong>Strokes a second you have played clean</strong>
        <div className={classes.clean}>
          {LIMBS.map((limb) => (
            <TextInput
              key={limb}
              label={limb}
              inputMode="decimal"
              defaultValue={layout.clean[limb] ?? ''}
              placeholder="–"
              onBlur={({ currentTarget }) => logClean(limb, currentTarget.value)}
            />
          ))}
        </div>
        {refused && <p role="alert">{refused}</p>}
      </div>
    </Drop>
  );
};

/** Where a missing voice goes when nobody says otherwise. */
const usual = (layout: Layout, voice: VoiceId): string => {
  const { [voice]: _, ...instead } = layout.instead;
  const at = standIn({ ...layout, instead }, voice);
  return at ? `on the ${voiceOf(at).name.toLowerCase()}` : 'left out';
};
