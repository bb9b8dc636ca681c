'use client';

import { Button, Group, Stack, Textarea, TextInput } from '@mantine/core';
import { useSessionStorage } from '@mantine/hooks';
import { type FormEvent, useEffect, useState } from 'react';
import type { Result } from '@/core/base/result';
import type { Position } from '@/core/song/roadmap';
import { call } from '../shared/call';
import { Problem } from '../shared/Problem';
import { Select } from '../shared/Select';
import type { Places } from './NotesDrawer';

type Props = {
  readonly document: string;
  readonly band: string;
  readonly places: Places;
  /** What is chosen on the page. */
  readonly at: string | undefined;
  /** Reads a place in a section as it is typed; nothing where places are none. */
  readonly readPlace?: (record: string, text: string) => Result<Position>;
  readonly onDone: () => void;
};

type Person = { readonly id: string; readonly name: string };

/** Who reads a note beside its author. */
const READERS = [
  ['everybody', 'everybody'],
  ['players', 'everybody but guests'],
  ['editors', 'leaders and drummers'],
  ['nobody', 'only me'],
] as const;

const readersOf = (chosen: string) =>
  chosen === 'players'
    ? ['leader', 'drummer', 'player']
    : chosen === 'editors'
      ? ['leader', 'drummer']
      : chosen;

/** Writes a note: where, for whom, and of whom it is asked. */
export const NewNote = ({ document, band, places, at, readPlace, onDone }: Props) => {
  // What is typed waits until it is written, whatever else is looked at meanwhile.
  const [words, setWords] = useSessionStorage({
    key: `ebrant-note-${document}`,
    defaultValue: '',
    getInitialValueInEffect: false,
  });
  const [record, setRecord] = useState(at ?? '');
  const [readers, setReaders] = useState<string>('everybody');
  const [asked, setAsked] = useState('');
  const [people, setPeople] = useState<readonly Person[]>([]);
  const [problem, setProblem] = useState<string>();
  useEffect(() => {
    let gone = false;
    void call<{ members: readonly Person[] }>('GET', `/api/bands/${band}/members`).then(
      (called) => !gone && called.ok && setPeople(called.value.members),
    );
    return () => {
      gone = true;
    };
  }, [band]);
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const fields = new FormData(form);
    const typed = String(fields.get('place') ?? '').trim();
    const place = typed && record && readPlace ? readPlace(record, typed) : undefined;
    if (place && !place.ok) return setProblem(place.problem.message);
    const called = await call('POST', `/api/documents/${document}/notes`, {
      words,
      record: record || null,
      place: place?.ok ? place.value : null,
      readers: readersOf(readers),
      asked: asked || null,
    });
    setProblem(called.ok ? undefined : called.sentence);
    if (!called.ok) return;
    form.reset();
    setWords('');
    // The next one is asked of nobody, unless somebody says so.
    setAsked('');
    onDone();
  };
  return (
    <form onSubmit={submit} aria-label="New note">
      <Stack gap="xs">
        <Textarea
          label="A new note"
          value={words}
          onChange={({ currentTarget }) => setWords(currentTarget.value)}
          autosize
          minRows={2}
          maxLength={2000}
          required
          data-autofocus
        />
        <Group grow align="start">
          <Select
            shown
            label="At"
            value={record}
            choices={[['', 'all of it'], ...places.choices]}
            onChange={setRecord}
          />
          {readPlace && record !== '' && (
            <TextInput name="place" label="Bar in it" placeholder="7.3, last.4, or nothing" />
          )}
        </Group>
        <Group grow align="start">
          <Select shown label="For" value={readers} choices={READERS} onChange={setReaders} />
          <Select
            shown
            label="Ask"
            value={asked}
            choices={[['', 'nobody'], ...people.map(({ id, name }) => [id, name] as const)]}
            onChange={setAsked}
          />
        </Group>
        <Problem>{problem}</Problem>
        <Group>
          <Button type="submit" variant="filled" size="xs">
            Write it
          </Button>
        </Group>
      </Stack>
    </form>
  );
};
