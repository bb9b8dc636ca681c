'use client';

import { Badge, Button, Drawer, Group, Stack, Text, Textarea } from '@mantine/core';
import { type FormEvent, type ReactNode, useState } from 'react';
import { call } from '../shared/call';
import { Problem } from '../shared/Problem';
import { tellCalled } from '../shared/tell';
import { When } from '../shared/When';
import classes from './Notes.module.css';
import type { Note } from './useNotes';

/** Where notes can stand, and how a place is said. */
export type Places = {
  readonly choices: readonly (readonly [record: string, called: string])[];
  /** What a place is called: `“Verse”, 7.3`. */
  readonly called: (note: Pick<Note, 'record' | 'bar' | 'ticks'>) => string;
};

type Props = {
  readonly document: string;
  readonly title: string;
  readonly notes: readonly Note[];
  readonly places: Places;
  readonly onChange: () => void;
  readonly onClose: () => void;
  /** What writes a new one. */
  readonly children: ReactNode;
};

const FORMER = 'A former member';

/** The notes at a song or set: who wrote what where, what was answered, what is still open. */
export const NotesDrawer = (props: Props) => {
  const { document, title, notes, places, onChange, onClose, children } = props;
  const [settledToo, setSettledToo] = useState(false);
  const questions = notes.filter(({ answers }) => answers === null);
  const shown = questions.filter(({ settled }) => settledToo || !settled);
  const hidden = questions.length - shown.length;
  return (
    <Drawer
      opened
      onClose={onClose}
      title={`Notes at ${title}`}
      position="right"
      size={520}
      overlayProps={{ backgroundOpacity: 0.15 }}
    >
      <Stack>
        {children}
        {shown.length === 0 && <Text>No note is open here.</Text>}
        <ol className={classes.notes}>
          {shown.map((note) => (
            <NoteLine
              key={note.id}
              document={document}
              note={note}
              place={places.called(note)}
              answers={notes.filter(({ answers }) => answers === note.id)}
              onChange={onChange}
            />
          ))}
        </ol>
        {hidden > 0 && (
          <Button variant="subtle" onClick={() => setSettledToo(true)}>
            Show {hidden} that {hidden === 1 ? 'is' : 'are'} settled
          </Button>
        )}
      </Stack>
    </Drawer>
  );
};

type LineProps = {
  readonly document: string;
  readonly note: Note;
  readonly place: string;
  readonly answers: readonly Note[];
  readonly onChange: () => void;
};

const NoteLine = ({ document, note, place, answers, onChange }: LineProps) => {
  const [answering, setAnswering] = useState(false);
  const settle = async () => {
    const called = await call('PATCH', `/api/notes/${note.id}`, { settled: !note.settled });
    void tellCalled(called, note.settled ? 'It is open again.' : 'It is settled.');
    onChange();
  };
  return (
    <li data-settled={note.settled}>
      <Text size="sm" fw={600} className="name">
        {place}
      </Text>
      <Said note={note} onChange={onChange} />
      {answers.map((answer) => (
        <div key={answer.id} className={classes.answer}>
          <Said note={answer} onChange={onChange} />
        </div>
      ))}
      <Group gap="xs">
        {!answering && (
          <Button size="compact-xs" variant="subtle" onClick={() => setAnswering(true)}>
            Answer
          </Button>
        )}
        {note.maySettle && (
          <Button size="compact-xs" variant="subtle" onClick={() => void settle()}>
            {note.settled ? 'Open it again' : 'Settle it'}
          </Button>
        )}
      </Group>
      {answering && (
        <Answer
          document={document}
          to={note.id}
          onDone={() => {
            setAnswering(false);
            onChange();
          }}
        />
      )}
    </li>
  );
};

const Said = ({ note, onChange }: { readonly note: Note; readonly onChange: () => void }) => {
  const remove = async () => {
    void tellCalled(await call('DELETE', `/api/notes/${note.id}`), 'The note is gone.');
    onChange();
  };
  return (
    <div>
      <Text className={`${classes.words} name`}>{note.words}</Text>
      <Group gap="xs">
        <Text size="xs" c="var(--quiet)" className="name">
          {note.author ?? FORMER}
          {note.asked && note.answers === null && ` asks ${note.asked}`},{' '}
          <When at={new Date(note.at)} />
        </Text>
        <Readers note={note} />
        {note.mayDelete && (
          <Button
            size="compact-xs"
            variant="subtle"
            aria-label={`Delete: ${note.words.slice(0, 60)}`}
            onClick={() => void remove()}
          >
            Delete
          </Button>
        )}
      </Group>
    </div>
  );
};

const Readers = ({ note }: { readonly note: Note }) => {
  if (note.answers !== null) return null;
  const words = note.private
    ? note.asked
      ? 'the two of you'
      : 'only you'
    : note.roles?.map((role) => `${role}s`).join(', ');
  return words ? (
    <Badge size="xs" variant="outline" color="gray" tt="none">
      {words}
    </Badge>
  ) : null;
};

type AnswerProps = {
  readonly document: string;
  readonly to: string;
  readonly onDone: () => void;
};

const Answer = ({ document, to, onDone }: AnswerProps) => {
  const [problem, setProblem] = useState<string>();
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const called = await call('POST', `/api/documents/${document}/notes`, {
      words: String(new FormData(event.currentTarget).get('words')),
      answers: to,
    });
    setProblem(called.ok ? undefined : called.sentence);
    if (called.ok) onDone();
  };
  return (
    <form onSubmit={submit} aria-label="Answer">
      <Stack gap="xs">
        <Textarea
          name="words"
          aria-label="Your answer"
          autosize
          minRows={1}
          maxLength={2000}
          required
          data-autofocus
        />
        <Problem>{problem}</Problem>
        <Group>
          <Button size="xs" type="submit" variant="filled">
            Answer
          </Button>
        </Group>
      </Stack>
    </form>
  );
};
