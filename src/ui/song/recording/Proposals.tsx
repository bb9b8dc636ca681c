'use client';

import { Autocomplete, Button, Group, Text } from '@mantine/core';
import { useState } from 'react';
import type { HeardSoFar } from '@/audio/listener';
import type { Operation } from '@/core/base/document';
import type { Problem } from '@/core/base/result';
import { sentence } from '@/core/base/result';
import { listed, plural } from '@/core/base/words';
import { clock } from '@/core/music/time';
import { isTakenDown, takeProposed } from '@/core/song/editing';
import { newId } from '../../shared/newId';
import { useSong } from '../SongContext';
import classes from './Recording.module.css';
import { NAMES } from './useMarking';

type Props = {
  readonly heard: HeardSoFar;
  readonly edit: (operations: readonly Operation[]) => Problem | undefined;
  readonly onPlay: (time: number) => void;
};

/** A mark is as good as at a place within so long, in seconds. */
const MARKED = 2;

/** Stretches that sound like sections, as proposals: those that are alike are named and taken together. */
export const Proposals = ({ heard, edit, onPlay }: Props) => {
  const { map, mayEdit } = useSong();
  const [dropped, setDropped] = useState<ReadonlySet<number>>(new Set());
  const [names, setNames] = useState<Readonly<Record<number, string>>>({});
  const [problem, setProblem] = useState<Problem>();
  if (!mayEdit || !isTakenDown(map)) return null;
  const marks = Object.values(map.sections).flatMap(({ inRecording }) => inRecording ?? []);
  const isOpen = ({ from }: HeardSoFar['form'][number]) =>
    marks.every((mark) => Math.abs(mark - from) >= MARKED);
  const kinds = [...new Set(heard.form.map(({ kind }) => kind))].flatMap((kind) => {
    const stretches = heard.form.filter((one) => one.kind === kind);
    const open = stretches.filter(isOpen);
    return open.length === 0 || dropped.has(kind) ? [] : { kind, open };
  });
  if (kinds.length === 0) return null;
  return (
    <section aria-label="Sections as they sound" className={classes.proposals}>
      <Text fw={600}>Sections as they sound</Text>
      <Text size="sm" className={classes.quiet}>
        A guess from the sound: what has one letter sounds alike. Name it to take it; nothing that
        you marked is changed.
      </Text>
      {kinds.map(({ kind, open }) => (
        <Group key={kind} gap={8} py={3}>
          <Text fw={600} w="1.4em">
            {LETTERS[kind % LETTERS.length]}
          </Text>
          <Text>
            {listed(
              open.map(({ from, bars }) => `${clock(Math.round(from))} (${plural(bars, 'bar')})`),
            )}
          </Text>
          <Button size="compact-sm" variant="default" onClick={() => onPlay(open[0]!.from)}>
            Play
          </Button>
          <Autocomplete
            size="xs"
            w={130}
            aria-label={`Name of ${LETTERS[kind % LETTERS.length]}`}
            placeholder="Name"
            data={[...NAMES]}
            value={names[kind] ?? ''}
            onChange={(name) => setNames({ ...names, [kind]: name })}
          />
          <Button
            size="compact-sm"
            disabled={!names[kind]?.trim()}
            onClick={() =>
              setProblem(
                edit(
                  takeProposed(
                    map,
                    open.map(({ from }) => ({ time: from, name: names[kind]!.trim() })),
                    newId,
                  ),
                ),
              )
            }
          >
            Take
          </Button>
          <Button
            size="compact-sm"
            variant="default"
            onClick={() => setDropped(new Set([...dropped, kind]))}
          >
            Drop
          </Button>
        </Group>
      ))}
      {problem && <Text role="alert">{sentence(problem)}</Text>}
    </section>
  );
};

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
