'use client';

import {
  Button,
  Group,
  NumberInput,
  Table,
  Text,
  TextInput,
  useComputedColorScheme,
} from '@mantine/core';
import { IconDownload, IconPlus } from '@tabler/icons-react';
import { type FormEvent, useState } from 'react';
import { LIMBS, type Limb } from '@/core/music/kit';
import {
  byHandSchema,
  type Entry,
  entryWords,
  logTable,
  minutesByDay,
  minutesOf,
  runsIn,
} from '@/core/practice/log';
import type { Day } from '@/core/practice/plan';
import { save } from '../export/save';
import { newId } from '../shared/newId';
import { dateWords, dayHere, noonOf } from './days';
import { LogChart } from './LogChart';
import classes from './Practise.module.css';
import type { useLog } from './useLog';
import type { SongStanding } from './usePlan';

type Props = ReturnType<typeof useLog> & {
  readonly standings: readonly SongStanding[];
  readonly today: Day;
  readonly titleOf: (arrangement: string) => string;
};

/** So many days are drawn, and so many entries listed at once. */
const DAYS = 28;
const LISTED = 30;

/** What was practised over the last weeks, in pictures and line by line; more of it by hand. */
const LogView = ({ entries, add, remove, standings, today, titleOf }: Props) => {
  const scheme = useComputedColorScheme();
  const [most, setMost] = useState(LISTED);
  const first = today - DAYS + 1;
  const minutes = minutesByDay(entries, dayHere, first, today);
  const total = minutes.reduce((sum, one) => sum + one, 0);
  const limbs = minutesByLimb(entries, standings);
  return (
    <div className={classes.plan}>
      {entries.length > 0 && (
        <section aria-label="The last weeks">
          <Text>
            {total} minutes in four weeks, on {minutes.filter((one) => one > 0).length} days
            {limbs && `. By limb: ${limbs}`}.
          </Text>
          <LogChart
            key={scheme}
            first={first}
            minutes={minutes}
            lines={linesOf(entries, standings)}
          />
        </section>
      )}
      <ByHandForm today={today} add={add} />
      {entries.length === 0 ? (
        <Text>Nothing is logged yet. What you practise under a song comes here by itself.</Text>
      ) : (
        <section aria-label="What you have practised">
          <Group justify="space-between" align="end">
            <Text className={classes.quiet}>Nobody else sees it.</Text>
            <Button
              variant="default"
              size="compact-md"
              leftSection={<IconDownload size={16} aria-hidden="true" />}
              onClick={() =>
                save('practice.csv', new Blob([logTable(entries, titleOf)], { type: 'text/csv' }))
              }
            >
              As a table (CSV)
            </Button>
          </Group>
          <Table verticalSpacing={4}>
            <Table.Tbody>
              {entries.slice(0, most).map((entry) => (
                <Table.Tr key={entry.what.id}>
                  <Table.Td className={classes.day}>{dateWords(dayHere(entry.at))}</Table.Td>
                  <Table.Td className="name">{entryWords(entry, titleOf)}</Table.Td>
                  <Table.Td align="right">
                    <Button
                      variant="default"
                      size="compact-sm"
                      onClick={() => void remove(entry)}
                      aria-label={`Forget ${entryWords(entry, titleOf)}`}
                    >
                      Forget it
                    </Button>
                  </Table.Td>
                </Table.Tr>
              ))}
            </Table.Tbody>
          </Table>
          {entries.length > most && (
            <Button variant="default" mt="xs" onClick={() => setMost(most + 10 * LISTED)}>
              {entries.length - most} more
            </Button>
          )}
        </section>
      )}
    </div>
  );
};

/** What somebody has practised away from any song. */
const ByHandForm = ({ today, add }: Pick<Props, 'today' | 'add'>) => {
  const [words, setWords] = useState('');
  const [minutes, setMinutes] = useState<number | string>(20);
  const [ago, setAgo] = useState<number | string>(0);
  const [problem, setProblem] = useState('');
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const now = ago === 0 ? new Date().toISOString() : noonOf(today - Number(ago));
    const said = byHandSchema.safeParse({
      id: newId(),
      kind: 'by-hand',
      words,
      minutes,
      at: now,
    });
    if (!said.success) return setProblem(said.error.issues[0]?.message ?? '');
    const refused = await add(said.data);
    setProblem(refused ?? '');
    if (refused === undefined) setWords('');
  };
  return (
    <form onSubmit={submit}>
      <Group align="end" gap="sm">
        <TextInput
          label="Practised elsewhere"
          placeholder="on the pad"
          w={280}
          value={words}
          onChange={({ currentTarget }) => setWords(currentTarget.value)}
        />
        <NumberInput
          label="Minutes"
          w={90}
          min={1}
          max={1440}
          value={minutes}
          onChange={setMinutes}
        />
        <NumberInput
          label="Days ago"
          w={90}
          min={0}
          max={365}
          clampBehavior="strict"
          value={ago}
          onChange={setAgo}
        />
        <Button
          type="submit"
          variant="default"
          leftSection={<IconPlus size={16} aria-hidden="true" />}
        >
          Log it
        </Button>
        {problem && (
          <Text role="alert" pb={6}>
            {problem}
          </Text>
        )}
      </Group>
    </form>
  );
};

/** The tempo that was clean, as a share of what it has to be, of what was practised most often. */
const linesOf = (entries: readonly Entry[], standings: readonly SongStanding[]) => {
  const runs = runsIn(entries);
  return standings
    .flatMap(({ song, goals }) =>
      goals.map(({ goal }) => ({
        name: `${song.title}, ${goal.name}`,
        points: runs
          .filter((run) => run.song === goal.song && run.goal === goal.key && run.best !== null)
          .map((run) => ({ day: dayHere(run.at), share: run.best! / goal.target }))
          .toReversed(),
      })),
    )
    .filter(({ points }) => points.length > 1)
    .toSorted((a, b) => b.points.length - a.points.length)
    .slice(0, MOST_LINES);
};

const MOST_LINES = 4;

/** How long each limb had something to do, in the runs that are known to be of a goal. */
const minutesByLimb = (entries: readonly Entry[], standings: readonly SongStanding[]): string => {
  const limbsOf = new Map<string, readonly Limb[]>(
    standings.flatMap(({ goals }) =>
      goals.map(({ goal }) => [`${goal.song} ${goal.key}`, goal.limbs] as const),
    ),
  );
  return LIMBS.map((limb) => {
    const minutes = entries
      .filter(
        ({ song, what }) => 'goal' in what && limbsOf.get(`${song} ${what.goal}`)?.includes(limb),
      )
      .reduce((sum, entry) => sum + minutesOf(entry), 0);
    return minutes > 0 ? `${limb} ${minutes} min` : '';
  })
    .filter(Boolean)
    .join(', ');
};

export default LogView;
