'use client';

import { Button, Group, Modal, Stack, Text } from '@mantine/core';

type Props = {
  /** Documents with edits that are not saved. */
  readonly unsaved: number;
  readonly problem: string | undefined;
  readonly onStay: () => void;
  readonly onLeave: () => void;
};

/** Said before somebody signs out whose edits have not reached the server. */
const BeforeSigningOut = ({ unsaved, problem, onStay, onLeave }: Props) => (
  <Modal opened onClose={onStay} title="Not everything is saved">
    <Stack>
      <Text>
        {unsaved === 1 ? 'One song or set has' : `${unsaved} songs or sets have`} edits that the
        server has not taken yet. They stay in this browser for you alone and are saved when you
        sign in here again.
      </Text>
      {problem && (
        <Text role="alert" c="orange">
          {problem}
        </Text>
      )}
      <Group justify="flex-end">
        <Button variant="default" onClick={onStay} data-autofocus>
          Stay until they are saved
        </Button>
        <Button onClick={onLeave}>Sign out now</Button>
      </Group>
    </Stack>
  </Modal>
);

export default BeforeSigningOut;
