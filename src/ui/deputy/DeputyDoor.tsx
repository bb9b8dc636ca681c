'use client';

import { Anchor, Text } from '@mantine/core';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { FrontDoor } from '../people/FrontDoor';
import { useToken } from '../people/useToken';
import { call } from '../shared/call';

type Props = {
  /** Whether a link was opened in this browser that still opens something. */
  readonly isOpen: boolean;
};

/** Where a deputy’s link leads: it is opened by the page, so that no preview does. */
export const DeputyDoor = ({ isOpen }: Props) => {
  const router = useRouter();
  const link = useToken();
  const [problem, setProblem] = useState<string>();
  useEffect(() => {
    if (!link) return;
    let gone = false;
    void call('POST', '/api/deputy', { link }).then((called) => {
      if (gone) return;
      if (called.ok) router.replace('/deputy/set');
      else setProblem(called.sentence);
    });
    return () => {
      gone = true;
    };
  }, [link, router]);
  return (
    <FrontDoor>
      {problem && (
        <Text role="alert" fz="lg">
          {problem} Ask whoever sent it for another one.
        </Text>
      )}
      {link === '' &&
        (isOpen ? (
          <Anchor component={Link} href="/deputy/set">
            What was opened here last
          </Anchor>
        ) : (
          <Text>
            A deputy’s link shows one set or song. Open the whole of the link that you got.
          </Text>
        ))}
    </FrontDoor>
  );
};
