'use client';

import { Button, Group, Text } from '@mantine/core';
import type { HeardSoFar } from '@/audio/listener';

type Props = {
  readonly heard: HeardSoFar;
  readonly known: string | null;
  readonly onUse: (() => void) | undefined;
};

/** What is said of a copy other than the one that was marked. */
export const Copy = ({ heard: { likeness, fingerprint }, known, onUse }: Props) => {
  if (!likeness || fingerprint === known) return null;
  if (likeness.isSame) {
    const by = Math.abs(likeness.later);
    return by < 0.001 ? null : (
      <Text role="status" size="sm">
        Another copy of the recording that was marked, in which everything comes {by.toFixed(3)} s{' '}
        {likeness.later > 0 ? 'later' : 'earlier'}: it is lined up with the marks.
      </Text>
    );
  }
  return (
    <Group gap="sm" role="alert">
      <Text>
        This is not the recording that the marks were set in, or another version of it: only{' '}
        {Math.round(likeness.share * 100)} % of what that one is known by is in it. Its bars may lie
        elsewhere.
      </Text>
      {onUse && (
        <Button size="compact-sm" variant="default" onClick={onUse}>
          Go by this one from now on
        </Button>
      )}
    </Group>
  );
};
