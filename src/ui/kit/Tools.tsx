'use client';

import { ActionIcon, Button } from '@mantine/core';
import { IconChevronLeft, IconChevronRight } from '@tabler/icons-react';
import { useState } from 'react';
import {
  backbeatOn,
  type Change,
  columnsOf,
  doubled,
  filled,
  firstBarOver,
  fourOnTheFloor,
  halved,
  handOn,
  inDoubleTime,
  inHalfTime,
  lasting,
  oneBarMore,
  type Pattern,
  patternBars,
  shifted,
  simplified,
  sixteenthsOnHat,
  type VoiceId,
  voiceOf,
  withoutGhosts,
} from '@/core/music/kit';
import { Select } from '../shared/Select';
import classes from './Kit.module.css';

/** What can be made of a pattern, by what it is called. */
const DERIVED: readonly (readonly [name: string, derive: (pattern: Pattern) => Change])[] = [
  ['half-time', inHalfTime],
  ['double-time', inDoubleTime],
  ['hand on the ride', (one) => handOn(one, 'ride')],
  ['hand on the crash', (one) => handOn(one, 'crash')],
  ['hand on the floor tom', (one) => handOn(one, 'floorTom')],
  ['hand on the hat', (one) => handOn(one, 'hihat')],
  ['four on the floor', fourOnTheFloor],
  ['without ghost notes', withoutGhosts],
  ['easier', simplified],
  ['sixteenths on the hat', sixteenthsOnHat],
  ['backbeat on 1 and 3', (one) => backbeatOn(one, [1, 3])],
  ['backbeat on 2 and 4', (one) => backbeatOn(one, [2, 4])],
  ['half the distances', halved],
  ['double the distances', doubled],
];

type Props = {
  readonly pattern: Pattern;
  readonly rows: readonly VoiceId[];
  readonly onChange: (change: Change) => void;
};

/** Edits of the whole pattern at once. */
export const Tools = ({ pattern, rows, onChange }: Props) => {
  const bars = patternBars(pattern);
  const step = columnsOf(pattern)[0]?.ticks ?? 0;
  return (
    <div className={classes.tools}>
      {bars > 1 && (
        <Button variant="subtle" size="compact-sm" onClick={() => onChange(firstBarOver(pattern))}>
          Copy bar 1 on
        </Button>
      )}
      <Button
        variant="subtle"
        size="compact-sm"
        disabled={bars >= 8}
        onClick={() => onChange(oneBarMore(pattern))}
      >
        One bar more
      </Button>
      {bars > 1 && (
        <Button
          variant="subtle"
          size="compact-sm"
          onClick={() => onChange(lasting(pattern, (bars - 1) * pattern.meter.numerator))}
        >
          One bar less
        </Button>
      )}
      <span className={classes.shift}>
        <ActionIcon
          size={26}
          aria-label="Everything a column earlier"
          title="Everything a column earlier"
          onClick={() => onChange(shifted(pattern, -step))}
        >
          <IconChevronLeft size={16} />
        </ActionIcon>
        shift
        <ActionIcon
          size={26}
          aria-label="Everything a column later"
          title="Everything a column later"
          onClick={() => onChange(shifted(pattern, step))}
        >
          <IconChevronRight size={16} />
        </ActionIcon>
      </span>
      <FillRow pattern={pattern} rows={rows} onChange={onChange} />
      <Select
        label="Make it"
        value=""
        choices={[['', 'make it…'], ...DERIVED.map(([name]) => [name, name] as const)]}
        onChange={(name) => {
          const derive = DERIVED.find(([one]) => one === name)?.[1];
          if (derive) onChange(derive(pattern));
        }}
      />
    </div>
  );
};

const PARTS = [
  ['1', 'quarters'],
  ['2', '8ths'],
  ['3', 'triplets'],
  ['4', '16ths'],
  ['6', 'sextuplets'],
] as const;

/** A whole row in one subdivision. */
const FillRow = ({ pattern, rows, onChange }: Props) => {
  const [voice, setVoice] = useState<VoiceId>('hihat');
  const chosen = rows.includes(voice) ? voice : rows[0]!;
  return (
    <span className={classes.fillRow}>
      <Select
        label="Row to fill"
        value={chosen}
        choices={rows.map((one) => [one, voiceOf(one).name] as const)}
        onChange={(one) => setVoice(one as VoiceId)}
      />
      <Select
        label="Fill it with"
        value=""
        choices={[['', 'in…'], ...PARTS]}
        onChange={(parts) => parts && onChange(filled(pattern, chosen, Number(parts)))}
      />
    </span>
  );
};
