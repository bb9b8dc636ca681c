'use client';

import { Button, Group, Modal, Stack, Table, Text } from '@mantine/core';
import { type FormEvent, useCallback, useEffect, useState } from 'react';
import { DaysInput, LinkRow } from '../people/LinkRow';
import { LinkToHandOver } from '../people/LinkToHandOver';
import { call } from '../shared/call';
import { Problem } from '../shared/Problem';
import { When } from '../shared/When';

type Props = {
  readonly document: string;
  readonly title: string;
  /** How long a new one is good for, unless somebody says otherwise (days). */
  readonly days: number;
  readonly onClose: () => void;
};

type Made = {
  readonly id: string;
  readonly madeBy: string | null;
  readonly expiresAt: string;
  readonly opened: number;
  readonly openedAt: string | null;
};

/** Links by which a deputy reads a set or song without an account: those there are, and a new one. */
const DeputyLinks = ({ document, title, days: usual, onClose }: Props) => {
  const [links, setLinks] = useState<readonly Made[]>();
  const [days, setDays] = useState<string | number>(usual);
  const [token, setToken] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const address = `/api/documents/${document}/links`;
  const read = useCallback(async () => {
    const called = await call<{ links: readonly Made[] }>('GET', address);
    if (called.ok) setLinks(called.value.links);
    else setProblem(called.sentence);
  }, [address]);
  useEffect(() => void read(), [read]);
  const make = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const called = await call<{ link: string }>('POST', address, { days: Number(days) });
    setProblem(called.ok ? undefined : called.sentence);
    if (called.ok) setToken(called.value.link);
    await read();
  };
  const revoke = async (id: string) => {
    const called = await call('DELETE', `${address}?link=${id}`);
    setProblem(called.ok ? undefined : called.sentence);
    await read();
  };
  return (
    <Modal opened onClose={onClose} title={`A link for a deputy: ${title}`} size={520}>
      <Stack>
        <Text size="sm">
          Whoever has it reads this, with charts, stage, click and what will catch them out, without
          an account. They see nothing else of the band, and change nothing.
        </Text>
        {token ? (
          <LinkToHandOver kind="deputy" token={token} />
        ) : (
          <form onSubmit={make} aria-label="New link">
            <Group align="end">
              <DaysInput value={days} onChange={setDays} />
              <Button type="submit" variant="filled">
                Make a link
              </Button>
            </Group>
          </form>
        )}
        <Problem>{problem}</Problem>
        {links && links.length > 0 && (
          <Table aria-label="Links that open it">
            <Table.Tbody>
              {links.map(({ id, madeBy, expiresAt, opened, openedAt }) => (
                <LinkRow
                  key={id}
                  madeBy={madeBy}
                  expiresAt={new Date(expiresAt)}
                  onTakeBack={() => void revoke(id)}
                >
                  <Table.Td>
                    {openedAt === null ? (
                      'not opened yet'
                    ) : (
                      <>
                        opened {opened === 1 ? 'once' : `${opened} times`}, last{' '}
                        <When at={new Date(openedAt)} />
                      </>
                    )}
                  </Table.Td>
                </LinkRow>
              ))}
            </Table.Tbody>
          </Table>
        )}
      </Stack>
    </Modal>
  );
};

export default DeputyLinks;
