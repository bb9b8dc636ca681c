'use client';

import { Button, Group, Progress, Stack, Text } from '@mantine/core';
import { IconCloudCheck, IconCloudDown, IconCloudExclamation } from '@tabler/icons-react';
import { useCallback } from 'react';
import type { Program } from '@/core/song/set';
import type { Wanted } from '@/offline/taken';
import { useMember } from '../document';
import { Drop } from '../menus';
import { type TakenState, useTaken } from './useTaken';
import { takenWords } from './words';

type Props = {
  /** The page of the set, and all that is taken along with it. */
  readonly page: string;
  readonly pages: readonly string[];
  readonly title: string;
  readonly event: { readonly title: string; readonly place: string; readonly startsAt: string };
  readonly program: Program;
  readonly saved: boolean;
};

/** Takes a set along, for where there is no network, and says what is on this device. */
const TakeAlong = ({ page, pages, title, event, program, saved }: Props) => {
  const member = useMember();
  const wanted = useCallback(
    async (): Promise<Wanted> => ({
      page,
      title,
      evening: [event.title, event.place].filter(Boolean).join(', '),
      member,
      pages,
      words: (await import('../transport/voice')).wordsOf(program),
    }),
    [page, pages, title, event, program, member],
  );
  const { state, take, remove } = useTaken(page, wanted, {
    saved,
    unasked: isToday(event.startsAt),
  });
  const Sign = SIGNS[state.kind === 'taken' && state.missing.length > 0 ? 'failed' : state.kind];
  const busy = state.kind === 'progress';
  return (
    <Drop face={<Sign size={18} />} label={`Take along: ${takenWords(state)}`} width={340}>
      <Stack gap="sm">
        <Text role="status">{takenWords(state)}</Text>
        {state.kind === 'progress' && (
          <Progress value={(100 * state.done) / state.of} aria-label="Fetched" />
        )}
        {state.kind !== 'cannot' && (
          <>
            <Text size="sm">
              Taken along, the set is there without a network: its pages, charts and stage, click
              and spoken words. Edits that are made there are sent later; flags stay on this device.
            </Text>
            <Group gap="xs">
              <Button size="xs" variant="filled" disabled={busy || !saved} onClick={take}>
                {state.kind === 'taken' ? 'Fetch it anew' : 'Take it along'}
              </Button>
              {state.kind === 'taken' && (
                <Button size="xs" onClick={remove}>
                  Remove it from this device
                </Button>
              )}
            </Group>
          </>
        )}
      </Stack>
    </Drop>
  );
};

const SIGNS: Readonly<Record<TakenState['kind'], typeof IconCloudDown>> = {
  unknown: IconCloudDown,
  cannot: IconCloudExclamation,
  'not-taken': IconCloudDown,
  progress: IconCloudDown,
  taken: IconCloudCheck,
  failed: IconCloudExclamation,
};

/** Within the day of the evening, wherever one is: half a day to either side. */
const isToday = (startsAt: string): boolean =>
  typeof window !== 'undefined' && Math.abs(Date.parse(startsAt) - Date.now()) < 12 * 3600 * 1000;

export default TakeAlong;
