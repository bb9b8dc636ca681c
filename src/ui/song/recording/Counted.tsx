'use client';

import { Button, Group, NativeSelect, Table, Text } from '@mantine/core';
import { useMemo, useState } from 'react';
import type { Problem } from '@/core/base/result';
import { sentence } from '@/core/base/result';
import { plural } from '@/core/base/words';
import {
  type Beat,
  barTimesIn,
  type CountedBars,
  countedBars,
  type Marked,
} from '@/core/listening';
import { exactClock } from '@/core/music/time';
import { type MarkedSection, setField, takeHeard, WITHIN } from '@/core/song/editing';
import { newId } from '../../shared/newId';
import { useSong } from '../SongContext';
import classes from './Recording.module.css';

type Props = {
  readonly marked: readonly (MarkedSection & Marked)[];
  readonly beats: readonly Beat[];
};

/** How many bars were heard from mark to mark, beside those of the map. */
export const Counted = ({ marked, beats }: Props) => {
  const { map, edit, mayEdit } = useSong();
  const [problem, setProblem] = useState<Problem>();
  const [within, setWithin] = useState<number>(WITHIN);
  const counted = useMemo(() => countedBars(beats, marked), [beats, marked]);
  const heard = marked.flatMap((section) => {
    const count = counted.find(({ id }) => id === section.id);
    return count ? [{ section, count }] : [];
  });
  const sure = heard.filter(({ section, count }) => section.isAlone && count.isSure);
  const takeSure = () =>
    setProblem(
      edit(
        takeHeard(
          map,
          sure.map(({ section, count: { bars } }) => ({
            ...section,
            bars,
            barTimes: barTimesIn(beats, section, bars),
          })),
          newId,
          within,
        ),
        true,
      ),
    );
  if (heard.length === 0) return null;
  return (
    <>
      <Table.ScrollContainer minWidth={680}>
        <Table maw={900} verticalSpacing={4}>
          <Table.Thead>
            <Table.Tr>
              <Table.Th>Section</Table.Th>
              <Table.Th className={classes.number}>Marked at</Table.Th>
              <Table.Th className={classes.number}>Bars in the map</Table.Th>
              <Table.Th className={classes.number}>Bars heard</Table.Th>
              <Table.Th>What to know</Table.Th>
              <Table.Th />
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {heard.map(({ section, count }) => {
              return (
                <Table.Tr key={section.id}>
                  <Table.Td>{section.name}</Table.Td>
                  <Table.Td className={classes.number}>{exactClock(section.from)}</Table.Td>
                  <Table.Td className={classes.number}>{section.bars}</Table.Td>
                  <Table.Td className={classes.number}>{count.exact.toFixed(2)}</Table.Td>
                  <Table.Td>{wordsOf(section, count)}</Table.Td>
                  <Table.Td>
                    {mayEdit && section.isAlone && count.bars !== section.bars && (
                      <Button
                        size="compact-xs"
                        variant="default"
                        onClick={() =>
                          setProblem(
                            edit(setField('sections', section.id, 'bars', count.bars), true),
                          )
                        }
                      >
                        Take {plural(count.bars, 'bar')}
                      </Button>
                    )}
                  </Table.Td>
                </Table.Tr>
              );
            })}
          </Table.Tbody>
        </Table>
      </Table.ScrollContainer>
      {mayEdit && sure.length > 0 && (
        <Group gap="sm">
          <Button size="xs" onClick={takeSure}>
            {sure.length === heard.length ? 'Take all bars and tempos' : 'Take what is sure'}
          </Button>
          <NativeSelect
            size="xs"
            aria-label="How near to the recording"
            data={NEARNESSES.map(({ value, label }) => ({ value: String(value), label }))}
            value={String(within)}
            onChange={({ currentTarget }) => setWithin(Number(currentTarget.value))}
          />
          <Text size="sm" className={classes.quiet}>
            One tempo for the song where it keeps every bar line that near to the recording, else
            the fewest that do, in each section.
          </Text>
        </Group>
      )}
      {problem && <Text role="alert">{sentence(problem)}</Text>}
    </>
  );
};

/** How far (s) the bar lines of the map may be from those of the recording. */
const NEARNESSES = [
  { value: 0.06, label: 'within 60 ms: fewest tempos' },
  { value: WITHIN, label: 'within 30 ms' },
  { value: 0.005, label: 'within 5 ms: the beat of the recording' },
] as const;

const wordsOf = (section: MarkedSection, { bars, late, isSure, beat }: CountedBars): string => {
  const tempo = `${(60 / beat).toFixed(1)} beats a minute`;
  const more = `${bars + 1} would end ${late.toFixed(1)} s late`;
  const doubt = isSure ? '' : ` ${DOUBT}`;
  if (bars !== section.bars)
    return section.isAlone
      ? `${plural(bars, 'bar')}, not ${section.bars}; ${more}. ${tempo}.${doubt}`
      : `${plural(bars, 'bar')} up to the next mark, the map has ${section.bars}. ${tempo}.${doubt}`;
  return isSure ? `${tempo}.` : `${DOUBT} ${more}. ${tempo}.`;
};

const DOUBT = 'Not sure: a mark may be beside its bar line, or the beat has to be tapped there.';
