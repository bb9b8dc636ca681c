import { Text } from '@mantine/core';
import type { ReactNode } from 'react';

/** Why something was not done, where it was asked for; nothing where it was. */
export const Problem = ({ children }: { readonly children: ReactNode }) =>
  children ? (
    <Text role="alert" size="sm" c="var(--accent-text)">
      {children}
    </Text>
  ) : null;
