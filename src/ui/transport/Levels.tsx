'use client';

import { Group, SegmentedControl, Slider, Stack, Text } from '@mantine/core';
import type { Levels as AllLevels, Sides } from '@/audio/output';
import { LEVEL_RANGE } from '@/core/music/click';
import { Hearing } from './Hearing';
import { useTransport } from './TransportProvider';

/** How loud click, drums and recording are and on which side, and what to heed with that. */
const Levels = () => {
  const { page, plays, levels, setLevels, sides, setSides } = useTransport();
  const { drums, recording } = plays ?? page ?? {};
  const slider = (what: keyof typeof levels, label: string) => (
    <div>
      <Group justify="space-between">
        <Text size="sm">{label}</Text>
        <Text size="sm">{levelWords(what, levels[what])}</Text>
      </Group>
      <Slider
        thumbLabel={label}
        label={null}
        min={LEVEL_RANGE.lowest}
        max={LEVEL_RANGE.highest}
        value={levels[what]}
        onChange={(level) => setLevels({ [what]: level })}
      />
      {(drums || recording) && (
        <SegmentedControl
          mt={4}
          size="xs"
          fullWidth
          aria-label={`Side of ${label.replace(' level', '').toLowerCase()}`}
          data={SIDES}
          value={String(sides[what])}
          onChange={(side) => setSides({ [what]: Number(side) as Sides[keyof Sides] })}
        />
      )}
    </div>
  );
  return (
    <Stack w={300} gap="xs">
      {slider('click', 'Click level')}
      {drums && slider('drums', 'Drum level')}
      {recording && slider('recording', 'Recording level')}
      <Hearing />
    </Stack>
  );
};

export default Levels;

const SIDES = [
  { value: '-1', label: 'Left' },
  { value: '0', label: 'Both' },
  { value: '1', label: 'Right' },
];

const levelWords = (what: keyof AllLevels, level: number): string =>
  what !== 'click' && level <= LEVEL_RANGE.lowest ? 'off' : `${String(level).replace('-', '−')} dB`;
