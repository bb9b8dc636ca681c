'use client';

import { MantineProvider } from '@mantine/core';
import { setNonce } from 'get-nonce';
import { type ReactNode, useEffect } from 'react';
import { cssVariables, theme } from './theme';

type Props = {
  /** What styles that are written into the page are let through with. */
  readonly nonce: string;
  readonly children: ReactNode;
};

/** The one theme, around everything. */
export const Themed = ({ nonce, children }: Props) => {
  // The style by which a dialog keeps the page behind it from scrolling.
  useEffect(() => setNonce(nonce), [nonce]);
  return (
    <MantineProvider
      theme={theme}
      cssVariablesResolver={cssVariables}
      defaultColorScheme="auto"
      getStyleNonce={() => nonce}
    >
      {children}
    </MantineProvider>
  );
};
