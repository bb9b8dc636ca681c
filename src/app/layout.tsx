import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/atkinson-hyperlegible-mono';
import '@mantine/core/styles.css';
import './globals.css';
import { ColorSchemeScript, mantineHtmlProps } from '@mantine/core';
import type { Metadata } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { Themed } from '@/ui/shared/Themed';

export const metadata: Metadata = {
  title: { default: 'Ebrant', template: '%s · Ebrant' },
  description: 'Drum road maps and click tempo maps for a band’s sets',
};

const RootLayout = async ({ children }: { children: ReactNode }) => {
  // Scripts and styles that are written into the page name the nonce of this answer (src/proxy.ts).
  const nonce = (await headers()).get('x-nonce') ?? '';
  return (
    <html lang="en" {...mantineHtmlProps}>
      <head>
        <ColorSchemeScript nonce={nonce} defaultColorScheme="auto" />
      </head>
      <body>
        <Themed nonce={nonce}>{children}</Themed>
      </body>
    </html>
  );
};

export default RootLayout;
