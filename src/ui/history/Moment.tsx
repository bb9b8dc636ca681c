'use client';

import { Button, CloseButton, Group, Stack, Text, Title } from '@mantine/core';
import type { ReactNode } from 'react';
import { call } from '../shared/call';
import { NameForm } from '../shared/NameForm';
import classes from './History.module.css';

type Props = {
  readonly document: string;
  readonly revision: number;
  readonly called: ReactNode;
  /** How it was then, and how it is today, drawn or in words. */
  readonly then: ReactNode;
  readonly today: ReactNode;
  /** What is different today, in sentences. */
  readonly differences: readonly string[];
  readonly mayEdit: boolean;
  readonly onRestore: () => void;
  readonly onNamed: () => void;
  readonly onClose: () => void;
};

/** The document as it was at a moment, beside today’s. */
export const Moment = (props: Props) => {
  const { document, revision, called, then, today, differences, mayEdit } = props;
  const name = async (called: string) => {
    const said = await call('POST', `/api/documents/${document}/versions`, {
      name: called,
      revision,
    });
    if (said.ok) props.onNamed();
    return said;
  };
  return (
    <Stack component="section" className={classes.moment} aria-label="As it was" gap="sm">
      <Group justify="space-between" wrap="nowrap">
        <Title order={3} fz="md">
          As it was: {called}
        </Title>
        <CloseButton aria-label="Back to today" onClick={props.onClose} />
      </Group>
      <Text size="sm" c="var(--quiet)">
        Then
      </Text>
      {then}
      <Text size="sm" c="var(--quiet)">
        Today
      </Text>
      {today}
      {differences.length === 0 ? (
        <Text size="sm">Today it is just like this.</Text>
      ) : (
        <>
          <Text size="sm">Since then:</Text>
          <ul className={classes.differences}>
            {differences.map((one, index) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: two sentences may be the same
              <li key={index} className="name">
                {one}
              </li>
            ))}
          </ul>
        </>
      )}
      {mayEdit && (
        <Group align="end" justify="space-between">
          <Button variant="filled" disabled={differences.length === 0} onClick={props.onRestore}>
            Make it so again
          </Button>
          <NameForm
            what="A name for this moment"
            label="Name this moment"
            placeholder="As played on the quay"
            button="Name it"
            onName={name}
          />
        </Group>
      )}
    </Stack>
  );
};
