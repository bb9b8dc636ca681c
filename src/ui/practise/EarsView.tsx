'use client';

import { Button, Group, Table, Text } from '@mantine/core';
import { useLocalStorage } from '@mantine/hooks';
import { IconPlus, IconTrash } from '@tabler/icons-react';
import * as z from 'zod';
import { allowedMinutes, doseOf, NIOSH, OSHA, quieterBy } from '@/core/practice/care';
import { Figure } from '../shared/Figure';
import { keptAs } from '../shared/keptAs';
import { newId } from '../shared/newId';
import classes from './Practise.module.css';

const stretchSchema = z.object({
  id: z.string(),
  name: z.string(),
  /** In dB(A), as measured. */
  level: z.number().min(0).max(140),
  /** What ear protection or closed in-ears take away, in dB. */
  less: z.number().min(0).max(45),
  minutes: z.number().min(0).max(1440),
});

type Stretch = z.infer<typeof stretchSchema>;

const USUAL: Stretch[] = [
  { id: 'rehearsal', name: 'Rehearsal', level: 96, less: 0, minutes: 120 },
  { id: 'show', name: 'Show', level: 100, less: 15, minutes: 90 },
];

const readStretches = keptAs(z.array(stretchSchema), USUAL);

/** What a day adds up to for the ears, by two standards side by side. */
const EarsView = () => {
  const [stretches, setStretches] = useLocalStorage<Stretch[]>({
    key: 'ebrant-ears',
    defaultValue: USUAL,
    deserialize: readStretches,
  });
  const put = (id: string, next: Partial<Stretch>) =>
    setStretches((now) => now.map((one) => (one.id === id ? { ...one, ...next } : one)));
  const exposures = stretches.map(({ level, less, minutes }) => ({
    level: level - less,
    minutes,
  }));
  return (
    <div className={classes.plan}>
      <Text maw={760}>
        Type what a sound level meter shows at your ear, in dB(A), and how long it lasts. A phone is
        often several dB off. What closed in-ears or ear protection take away stands on their sheet,
        and in use it is mostly less.
      </Text>
      <Table.ScrollContainer minWidth={620} maw={820}>
        <Table verticalSpacing={5}>
          <Table.Thead>
            <Table.Tr>
              <Table.Th>What</Table.Th>
              <Table.Th>dB(A)</Table.Th>
              <Table.Th>Protection, dB</Table.Th>
              <Table.Th>Minutes</Table.Th>
              <Table.Th className={classes.number}>At the ear</Table.Th>
              <Table.Th className={classes.number}>NIOSH allows</Table.Th>
              <Table.Td />
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {stretches.map(({ id, name, level, less, minutes }) => (
              <Table.Tr key={id}>
                <Table.Th scope="row">{name}</Table.Th>
                <Table.Td>
                  <Figure
                    w={84}
                    size="sm"
                    aria-label={`Level of ${name}`}
                    value={level}
                    max={140}
                    onChange={(level) => put(id, { level })}
                  />
                </Table.Td>
                <Table.Td>
                  <Figure
                    w={84}
                    size="sm"
                    aria-label={`Protection in ${name}`}
                    value={less}
                    max={45}
                    onChange={(less) => put(id, { less })}
                  />
                </Table.Td>
                <Table.Td>
                  <Figure
                    w={84}
                    size="sm"
                    aria-label={`Minutes of ${name}`}
                    value={minutes}
                    max={1440}
                    onChange={(minutes) => put(id, { minutes })}
                  />
                </Table.Td>
                <Table.Td className={classes.number}>{level - less}</Table.Td>
                <Table.Td className={classes.number}>
                  {allowedWords(allowedMinutes(NIOSH, level - less))}
                </Table.Td>
                <Table.Td>
                  <Button
                    variant="default"
                    size="compact-sm"
                    aria-label={`Take out ${name}`}
                    onClick={() => setStretches((now) => now.filter((one) => one.id !== id))}
                  >
                    <IconTrash size={15} aria-hidden="true" />
                  </Button>
                </Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      </Table.ScrollContainer>
      <Group>
        <Button
          variant="default"
          leftSection={<IconPlus size={16} aria-hidden="true" />}
          disabled={stretches.length >= MOST}
          onClick={() =>
            setStretches((now) => [
              ...now,
              { id: newId(), name: `Practice ${now.length + 1}`, level: 92, less: 0, minutes: 40 },
            ])
          }
        >
          Another stretch
        </Button>
      </Group>
      <section aria-label="What it adds up to">
        {[NIOSH, OSHA].map((rule) => {
          const dose = doseOf(rule, exposures);
          const by = quieterBy(rule, exposures);
          return (
            <Text key={rule.name} fz="lg">
              {rule.name}: <strong>{Math.round(dose)} %</strong> of a day
              {by > 0 && `; it would have to be ${by} dB quieter`}.
            </Text>
          );
        })}
        <Text size="sm" className={classes.quiet} maw={760} mt="xs">
          NIOSH publication 98-126 recommends 85 dB(A) for eight hours and half the time for each 3
          dB more; 29 CFR 1910.95 permits 90 dB(A) for eight hours and half for each 5 dB. A click
          is turned up to be heard over the band: quieter monitors let it be quieter too. Local
          rules come first, and ringing or dull ears belong to an audiologist.
        </Text>
      </section>
    </div>
  );
};

const MOST = 8;

const allowedWords = (minutes: number): string => {
  if (!Number.isFinite(minutes) || minutes > 1440) return 'all day';
  return minutes < 120 ? `${Math.round(minutes)} min` : `${Math.round(minutes / 6) / 10} h`;
};

export default EarsView;
