import { Table } from '@mantine/core';
import { VOICES, type VoiceId, voiceOf } from '@/core/music/kit';
import { roundWords } from '@/core/practice/rounds';
import classes from './Practice.module.css';
import type { Round } from './usePractice';

type Props = {
  readonly rounds: readonly Round[];
  /** By how much (s) the device is uncertain that strokes come from. */
  readonly error: number;
};

/** The rounds that were played, the last first. */
export const Rounds = ({ rounds, error }: Props) =>
  rounds.length > 0 && (
    <Table maw={900} verticalSpacing={4}>
      <Table.Thead>
        <Table.Tr>
          <Table.Th className={classes.number}>Round</Table.Th>
          <Table.Th className={classes.number}>Tempo</Table.Th>
          <Table.Th>Clean</Table.Th>
          <Table.Th>How it was played</Table.Th>
        </Table.Tr>
      </Table.Thead>
      <Table.Tbody>
        {rounds.toReversed().map((round) => (
          <Table.Tr key={round.number}>
            <Table.Td className={classes.number}>{round.number}</Table.Td>
            <Table.Td className={classes.number}>{round.perMinute}</Table.Td>
            <Table.Td>{round.verdict && CLEAN[round.verdict]}</Table.Td>
            <Table.Td>
              {round.played
                ? roundWords(round.played, error, nameOf).join(' ')
                : round.verdict
                  ? 'Judged by ear.'
                  : 'Not judged: press 1 or 2 while it goes by.'}
            </Table.Td>
          </Table.Tr>
        ))}
      </Table.Tbody>
    </Table>
  );

const CLEAN = { clean: 'yes', broken: 'no' } as const;

/** A voice by its name; a kind of stroke is called what it is. */
const nameOf = (of: string): string => {
  if (!VOICES.some(({ id }) => id === of)) return of;
  const { name } = voiceOf(of as VoiceId);
  return `${name[0]!.toUpperCase()}${name.slice(1)}`;
};
