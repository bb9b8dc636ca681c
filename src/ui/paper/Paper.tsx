'use client';

import { Button, Checkbox, Group, Radio } from '@mantine/core';
import { IconPrinter } from '@tabler/icons-react';
import Link from 'next/link';
import { type ReactNode, useLayoutEffect, useState } from 'react';
import classes from './Paper.module.css';

const PAPERS = ['A4', 'Letter'] as const;

/** What a sheet is printed on, and how. */
export type PaperKind = { readonly paper: (typeof PAPERS)[number]; readonly dark: boolean };

type Props = {
  /** Where it leads back to. */
  readonly back: { readonly href: string; readonly words: string };
  /** What else can be chosen, beside paper and darkness. */
  readonly tools?: ReactNode;
  /** Its sheets. */
  readonly children: (kind: PaperKind) => ReactNode;
};

/** Sheets of paper with what is chosen about them: what prints is the sheets and nothing around them. */
export const Paper = ({ back, tools, children }: Props) => {
  const [paper, setPaper] = useState<PaperKind['paper']>('A4');
  const [dark, setDark] = useState(false);
  useLayoutEffect(() => {
    // A sheet made by script: the page's policy lets no style element through without a nonce.
    const sheet = new CSSStyleSheet();
    sheet.replaceSync(`@page { size: ${paper}; margin: 0; }`);
    document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet];
    return () => {
      document.adoptedStyleSheets = document.adoptedStyleSheets.filter((one) => one !== sheet);
    };
  }, [paper]);
  return (
    <div className={classes.desk}>
      <Group className={classes.tools} gap="lg">
        <Link href={back.href}>{back.words}</Link>
        {tools}
        <Radio.Group
          aria-label="Paper"
          value={paper}
          onChange={(chosen) => setPaper(PAPERS.find((one) => one === chosen) ?? 'A4')}
        >
          <Group gap="md">
            {PAPERS.map((one) => (
              <Radio key={one} value={one} label={one} />
            ))}
          </Group>
        </Radio.Group>
        <Checkbox
          label="for reading in the dark"
          checked={dark}
          onChange={({ currentTarget }) => setDark(currentTarget.checked)}
        />
        <Button leftSection={<IconPrinter size={16} />} onClick={() => window.print()}>
          Print
        </Button>
      </Group>
      {children({ paper, dark })}
    </div>
  );
};
