'use client';

import { Button, Group, NativeSelect, Table, Text } from '@mantine/core';
import { useEffect, useMemo, useState } from 'react';
import type { HeardSoFar, Listener } from '@/audio/listener';
import { barTimesIn, countedBars, type Marked } from '@/core/listening';
import { strokesOf } from '@/core/music/kit';
import { insertRecord, type MarkedSection, setField } from '@/core/song/editing';
import type { RoadMap } from '@/core/song/roadmap';
import type { Passage } from '@/core/song/timeline';
import { grooveHeard, placesInBar } from '@/core/text/shorthand';
import { newId } from '../../shared/newId';
import { useSong } from '../SongContext';
import classes from './Recording.module.css';

type Props = {
  readonly heard: HeardSoFar;
  readonly listener: Listener;
  readonly marked: readonly (MarkedSection & Marked)[];
};

/** Voices that a row of what is heard stands for. */
const ROWS = [
  ['bass', 'Bass drum'],
  ['snare', 'Snare'],
  ['hats', 'Hats, ride'],
] as const;

/** What is heard of the drums in a section, place by place, on the mean over its bars. */
export const StruckRows = ({ heard, listener, marked }: Props) => {
  const { map, timeline, edit, mayEdit } = useSong();
  const [said, setSaid] = useState('');
  const passages = useMemo(
    () => timeline.passages.filter(({ pass, tacet }) => pass === 1 && !tacet),
    [timeline],
  );
  const [chosen, setChosen] = useState<string>();
  const passage = passages.find(({ section }) => section === chosen) ?? passages[0];
  const offset = map.start.recording;
  const bars = useMemo(() => {
    if (!passage) return [];
    const own = marked.find(({ id }) => id === passage.section);
    const [counted] = own ? countedBars(heard.beats, [own]) : [];
    if (own && counted) return [own.from, ...barTimesIn(heard.beats, own, counted.bars), own.to];
    const first = timeline.bars.findIndex(({ startTicks }) => startTicks === passage.startTicks);
    const times = timeline.bars
      .slice(first, first + passage.bars)
      .map(({ startSeconds }) => offset + startSeconds);
    return [...times, offset + passage.startSeconds + passage.seconds];
  }, [passage, marked, heard.beats, timeline, offset]);
  const places = useMemo(
    () => (passage ? placesInBar(passage.meter, passage.feel.swing?.of === 'eighths') : []),
    [passage],
  );
  const isReady = heard.progress === 1 && !heard.isBusy;
  useEffect(() => {
    if (isReady && bars.length > 1)
      listener.askStruck(
        bars,
        places.map(({ at }) => at),
      );
  }, [listener, isReady, bars, places]);
  if (!passage || !isReady || heard.struck?.bass.length !== places.length) return null;
  const { struck } = heard;
  const inMap = writtenIn(map, passage);
  const write = () => {
    const name = freeName(map, `Heard in ${passage.name}`);
    const pattern = grooveHeard(name, passage.meter, places, struck, newId);
    if (!pattern) return setSaid('Too little is heard there for a groove.');
    const problem = edit(
      [
        insertRecord('patterns', pattern),
        ...setField('sections', passage.section, 'groove', pattern.id),
      ],
      true,
    );
    setSaid(problem?.message ?? `${passage.name} plays the groove “${name}” now: mend it in Kit.`);
  };
  return (
    <section aria-label="What is heard of the drums">
      <Group gap="sm">
        <Text fw={600}>What is heard of the drums in</Text>
        <NativeSelect
          size="xs"
          aria-label="Section"
          data={passages.map(({ section, name }) => ({ value: section, label: name }))}
          value={passage.section}
          onChange={({ currentTarget }) => {
            setChosen(currentTarget.value);
            setSaid('');
          }}
        />
        {mayEdit && (
          <Button size="xs" variant="default" onClick={write}>
            Write it as a groove
          </Button>
        )}
        {said && <Text role="status">{said}</Text>}
      </Group>
      <Text size="sm" className={classes.quiet}>
        The mean over its bars: the darker, the surer something low, in the middle or high is
        struck. A help for the ear and no truth. A dot is what the groove of the map has there.
      </Text>
      <Table.ScrollContainer minWidth={places.length * 30 + 100}>
        <Table className={classes.struck} withRowBorders={false} w="auto">
          <Table.Thead>
            <Table.Tr>
              <Table.Th />
              {places.map(({ at, count }) => (
                <Table.Th key={at}>{count}</Table.Th>
              ))}
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {ROWS.map(([row, name]) => (
              <Table.Tr key={row}>
                <Table.Th scope="row">{name}</Table.Th>
                {places.map(({ at, ticks }, index) => {
                  const likely = struck[row][index]!;
                  const isWritten = inMap[row].has(ticks);
                  return (
                    <Table.Td
                      key={at}
                      className={classes.cell}
                      data-dark={likely > 0.6 || undefined}
                      style={{
                        background: `color-mix(in srgb, var(--level-5) ${Math.round(likely * 100)}%, transparent)`,
                      }}
                      title={`${Math.round(likely * 100)} %`}
                    >
                      {isWritten ? '•' : ''}
                    </Table.Td>
                  );
                })}
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      </Table.ScrollContainer>
    </section>
  );
};

const freeName = ({ patterns }: RoadMap, name: string): string => {
  const names = new Set(Object.values(patterns).map((pattern) => pattern.name));
  let count = 2;
  let free = name;
  while (names.has(free)) free = `${name} ${count++}`;
  return free;
};

const OF: Readonly<Record<string, (typeof ROWS)[number][0]>> = {
  bass: 'bass',
  snare: 'snare',
  hihat: 'hats',
  ride: 'hats',
};

/** Where the groove of a section has strokes in its first bar, in ticks. */
const writtenIn = ({ patterns }: RoadMap, { groove }: Passage) => {
  const rows = { bass: new Set<number>(), snare: new Set<number>(), hats: new Set<number>() };
  const pattern = groove === undefined ? undefined : patterns[groove];
  if (pattern)
    for (const { at, voice } of strokesOf(pattern)) {
      const row = OF[voice];
      if (row) rows[row].add(at);
    }
  return rows;
};
