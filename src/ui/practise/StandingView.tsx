'use client';

import { Anchor, Switch, Table, Text } from '@mantine/core';
import Link from 'next/link';
import { Fragment } from 'react';
import { listed } from '@/core/base/words';
import { type Day, dayWords, isWorked } from '@/core/practice/plan';
import { practiseHash } from '../song/practice/asked';
import classes from './Practise.module.css';
import type { Told } from './PractisePage';
import type { SongStanding } from './usePlan';

type Props = {
  readonly band: string;
  readonly standings: readonly SongStanding[];
  readonly today: Day;
  readonly shares: boolean;
  readonly onShares: (shares: boolean) => void;
  /** What others say of themselves, for whoever leads. */
  readonly told: readonly Told[];
  readonly titleOf: (arrangement: string) => string;
};

/** Of each song what there is to be able to play, the tempo that was clean last, and when it comes back. */
export const StandingView = (props: Props) => {
  const { band, standings, today, shares, onShares, told, titleOf } = props;
  return (
    <>
      <Table verticalSpacing={5} maw={980}>
        <Table.Thead>
          <Table.Tr>
            <Table.Th>What</Table.Th>
            <Table.Th className={classes.number} visibleFrom="sm">
              Of the song
            </Table.Th>
            <Table.Th className={classes.number}>Clean</Table.Th>
            <Table.Th className={classes.number}>Of</Table.Th>
            <Table.Th>Practised</Table.Th>
            <Table.Th visibleFrom="sm">Comes back</Table.Th>
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {standings.map(({ song, goals, readiness }) => (
            <Fragment key={song.arrangement}>
              <Table.Tr className={classes.song}>
                <Table.Th scope="rowgroup" colSpan={6}>
                  <span className="name">{song.title}</span>: {readiness}
                </Table.Th>
              </Table.Tr>
              {goals
                .filter(({ goal }) => isWorked(goal))
                .map(({ goal, standing }) => (
                  <Table.Tr key={goal.key}>
                    <Table.Td>
                      <Anchor
                        component={Link}
                        underline="always"
                        c="inherit"
                        href={`/${band}/songs/${goal.song}#${practiseHash(goal)}`}
                      >
                        {goal.name}
                      </Anchor>
                      {goal.isFlagged && ', flagged on stage'}
                      {goal.isUnsure && ', not sure'}
                    </Table.Td>
                    <Table.Td className={classes.number} visibleFrom="sm">
                      {Math.round(goal.share * 100)} %
                    </Table.Td>
                    <Table.Td className={classes.number}>{standing.clean ?? '–'}</Table.Td>
                    <Table.Td className={classes.number}>{goal.target}</Table.Td>
                    <Table.Td>
                      {standing.last === undefined ? 'not yet' : dayWords(standing.last, today)}
                    </Table.Td>
                    <Table.Td visibleFrom="sm">
                      {standing.review ? dayWords(standing.review.due, today) : ''}
                    </Table.Td>
                  </Table.Tr>
                ))}
            </Fragment>
          ))}
        </Table.Tbody>
      </Table>
      <Switch
        mt="md"
        checked={shares}
        onChange={({ currentTarget }) => onShares(currentTarget.checked)}
        label="Tell the leaders of the band which songs are ready, nearly, or not yet"
        description="Nothing else of your log is shown to anybody."
      />
      {told.map(({ name, songs }) => (
        <Text key={name} mt="xs">
          <strong className="name">{name}</strong> says: {toldWords(songs, titleOf)}
        </Text>
      ))}
    </>
  );
};

const toldWords = (songs: Told['songs'], titleOf: (arrangement: string) => string): string =>
  (['ready', 'nearly', 'not yet'] as const)
    .map((state) => [state, Object.keys(songs).filter((id) => songs[id] === state)] as const)
    .filter(([, ids]) => ids.length > 0)
    .map(([state, ids]) => `${state}: ${listed(ids.map(titleOf))}`)
    .join('; ');
