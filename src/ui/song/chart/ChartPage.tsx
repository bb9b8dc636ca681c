'use client';

import { IconPrinter } from '@tabler/icons-react';
import Link from 'next/link';
import { useLayoutEffect, useMemo, useRef, useState } from 'react';
import type { RoadMap } from '@/core/song/roadmap';
import { compile } from '@/core/song/timeline';
import { Button } from '../../shared/Button';
import { Chart } from './Chart';
import classes from './ChartPage.module.css';
import { useFit } from './useFit';

type Props = {
  readonly map: RoadMap;
  readonly title: string;
  readonly arrangement: string;
  /** The address of the song. */
  readonly song: string;
};

const PAPERS = { A4: 'A4', Letter: 'Letter' } as const;
type Paper = keyof typeof PAPERS;

/** The song on a page for the stand: what prints is the page and nothing around it. */
export const ChartPage = ({ map, title, arrangement, song }: Props) => {
  const timeline = useMemo(() => compile(map), [map]);
  const [paper, setPaper] = useState<Paper>('A4');
  const [dark, setDark] = useState(false);
  const page = useRef<HTMLDivElement>(null);
  const fit = useFit(page, `${paper} ${dark}`);
  useLayoutEffect(() => {
    // A sheet made by script: the page's policy lets no style element through without a nonce.
    const sheet = new CSSStyleSheet();
    sheet.replaceSync(`@page { size: ${PAPERS[paper]}; margin: 0; }`);
    document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet];
    return () => {
      document.adoptedStyleSheets = document.adoptedStyleSheets.filter((one) => one !== sheet);
    };
  }, [paper]);
  return (
    <div className={classes.desk}>
      <div className={classes.tools}>
        <Link href={song}>Back to the song</Link>
        {(Object.keys(PAPERS) as Paper[]).map((one) => (
          <label key={one}>
            <input
              type="radio"
              name="paper"
              checked={paper === one}
              onChange={() => setPaper(one)}
            />
            {one}
          </label>
        ))}
        <label>
          <input
            type="checkbox"
            checked={dark}
            onChange={({ currentTarget }) => setDark(currentTarget.checked)}
          />
          for reading in the dark
        </label>
        <Button look="main" small icon={<IconPrinter size={16} />} onClick={() => window.print()}>
          Print
        </Button>
        <output>
          {fit.fits
            ? ''
            : 'It does not fit on one page at a size that can be read from the stool; it goes on to a second.'}
        </output>
      </div>
      <div
        ref={page}
        className={classes.page}
        data-paper={paper}
        data-dark={dark}
        data-columns={fit.columns}
        data-fits={fit.fits}
        data-measured={fit.measured}
        style={{ fontSize: `${fit.points}pt` }}
      >
        <Chart
          map={map}
          timeline={timeline}
          title={title}
          arrangement={arrangement}
          staff={fit.staff}
        />
      </div>
    </div>
  );
};
