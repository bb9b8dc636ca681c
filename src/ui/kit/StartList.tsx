'use client';

import { Button, NumberInput, UnstyledButton } from '@mantine/core';
import { useState } from 'react';
import {
  emptyPattern,
  MOST_PATTERN_BARS,
  type Pattern,
  STARTING_POINTS,
  startFrom,
} from '@/core/music/kit';
import { type Meter, meterText } from '@/core/music/time';
import { newId } from '../shared/newId';
import classes from './Kit.module.css';

type Props = {
  readonly meter: Meter;
  readonly onStart: (pattern: Omit<Pattern, 'order'>) => void;
};

/** Grooves to begin with; those in the meter at hand come first. */
export const StartList = ({ meter, onStart }: Props) => {
  const [beats, setBeats] = useState(2);
  const here = meterText(meter);
  const points = [...STARTING_POINTS].sort(
    (a, b) => Number(meterText(b.meter) === here) - Number(meterText(a.meter) === here),
  );
  return (
    <section className={classes.start} aria-label="Begin with">
      <h2>Begin with</h2>
      <ul>
        <li>
          <Button
            variant="subtle"
            size="compact-sm"
            onClick={() => onStart(emptyPattern(newId(), meter, 'groove', meter.numerator))}
          >
            An empty bar of {here}
          </Button>
        </li>
        <li className={classes.emptyFill}>
          <Button
            variant="subtle"
            size="compact-sm"
            onClick={() => onStart(emptyPattern(newId(), meter, 'fill', beats))}
          >
            An empty fill of
          </Button>
          <NumberInput
            size="xs"
            w={64}
            aria-label="Beats of the empty fill"
            min={1}
            max={MOST_PATTERN_BARS * meter.numerator}
            value={beats}
            onChange={(count) => setBeats(Math.max(1, Number(count) || 1))}
          />
          <span>{beats === 1 ? 'beat' : 'beats'}</span>
        </li>
        {points.map((point) => (
          <li key={point.name}>
            <UnstyledButton onClick={() => onStart(startFrom(point, newId()))}>
              {point.name}
            </UnstyledButton>
            <span>
              {meterText(point.meter) === here ? '' : `${meterText(point.meter)}. `}
              {point.words}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
};
