'use client';

import { Button, Checkbox } from '@mantine/core';
import { useMemo, useState } from 'react';
import { LIMBS, type Limb } from '@/core/music/kit';
import { LAYERS, type Listening } from '@/core/playing/performance';
import { Segments } from '../shared/Segments';
import classes from './Kit.module.css';

/** What is heard, chosen by how far the learning has come, and by limb. */
export const useListening = () => {
  const [upTo, setUpTo] = useState<(typeof LAYERS)[number]>('ornaments');
  const [limbs, setLimbs] = useState<readonly Limb[]>(LIMBS);
  const listening = useMemo(
    (): Listening => ({ layers: LAYERS.slice(0, LAYERS.indexOf(upTo) + 1), limbs }),
    [upTo, limbs],
  );
  return { listening, upTo, setUpTo, limbs, setLimbs };
};

/** Layers in the order of learning, and each limb on, off or alone. */
export const Sound = ({ upTo, setUpTo, limbs, setLimbs }: ReturnType<typeof useListening>) => {
  const toggle = (limb: Limb) =>
    setLimbs(limbs.includes(limb) ? limbs.filter((one) => one !== limb) : [...limbs, limb]);
  return (
    <section>
      <h2>Heard</h2>
      <Segments
        label="Layers"
        value={upTo}
        choices={[
          { value: 'hands', label: 'hands' },
          { value: 'backbeat', label: '+ snare' },
          { value: 'kick', label: '+ feet' },
          { value: 'ornaments', label: 'all' },
        ]}
        onChange={(value) => setUpTo(value as typeof upTo)}
      />
      <ul className={classes.limbs}>
        {LIMBS.map((limb) => (
          <li key={limb}>
            <Checkbox checked={limbs.includes(limb)} onChange={() => toggle(limb)} label={limb} />
            <Button
              variant="subtle"
              size="compact-sm"
              aria-label={`Only the ${limb}`}
              onClick={() => setLimbs(limbs.length === 1 && limbs[0] === limb ? LIMBS : [limb])}
            >
              {limbs.length === 1 && limbs[0] === limb ? 'all' : 'alone'}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
};
