'use client';

import { Anchor, Container, Group, Paper, Stack, Text, Title } from '@mantine/core';
import Link from 'next/link';
import { When } from '../shared/When';

type Props = {
  readonly letters: readonly {
    readonly at: Date;
    readonly to: string;
    readonly subject: string;
    readonly text: string;
  }[];
};

/** The letters that would have been sent, where mail is only tried out. */
export const Mailbox = ({ letters }: Props) => (
  <Container component="main" size={720} py="xl">
    <Group justify="space-between" mb="xs">
      <Title order={1}>Mailbox</Title>
      <Anchor component={Link} href="/">
        Back
      </Anchor>
    </Group>
    <Text mb="lg">
      {letters.length > 0
        ? 'Nothing is sent from here. These letters would have been.'
        : 'Nothing is sent from here. A letter that would have been lies here: make an invitation, or a link for a deputy, and send it by mail.'}
    </Text>
    <Stack component="ol" p={0} m={0}>
      {letters.map(({ at, to, subject, text }) => (
        <Paper component="li" key={`${at.getTime()} ${to}`} withBorder p="md">
          <Group justify="space-between" wrap="nowrap" align="start">
            <Title order={2} size="h4">
              {subject}
            </Title>
            <Text size="sm" c="var(--quiet)" style={{ whiteSpace: 'nowrap' }}>
              <When at={at} />
            </Text>
          </Group>
          <Text size="sm" mb="sm">
            To {to}
          </Text>
          <Text style={{ whiteSpace: 'pre-line', overflowWrap: 'anywhere' }}>
            {text
              .trimEnd()
              .split('\n')
              .map((line, index) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: the lines of a letter stay as they are
                <span key={index}>
                  {/^https?:\S+$/.test(line) ? (
                    <Anchor href={line} underline="always">
                      {line}
                    </Anchor>
                  ) : (
                    line
                  )}
                  {'\n'}
                </span>
              ))}
          </Text>
        </Paper>
      ))}
    </Stack>
  </Container>
);
