'use client';

import { MantineProvider } from '@mantine/core';
import { setNonce } from 'get-nonce';
import { type ReactNode, useEffect, useState } from 'react';
import { cssVariables, theme } from './theme';

type Props = {
  /** What styles that are written into the page are let through with. */
  readonly nonce: string;
  readonly children: ReactNode;
};

/** The one theme, around everything. */
export const Themed = ({ nonce: sent, children }: Props) => {
  // The answer that the page began with says what is let through; what is fetched later has others.
  const [nonce] = useState(sent);
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
