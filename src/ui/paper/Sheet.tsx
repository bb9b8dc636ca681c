'use client';

import { type ReactNode, useRef } from 'react';
import type { PaperKind } from './Paper';
import classes from './Paper.module.css';
import { type Sizes, useFit } from './useFit';

type Props = PaperKind & {
  readonly sizes: Sizes;
  /** What is on it. @param staff how large staves are */
  readonly children: (staff: number) => ReactNode;
};

/** One sheet, its type as large as its content lets it be. */
export const Sheet = ({ paper, dark, sizes, children }: Props) => {
  const page = useRef<HTMLDivElement>(null);
  const fit = useFit(page, `${paper} ${dark}`, sizes);
  return (
    <>
      <output className={classes.said}>
        {fit.fits
          ? ''
          : 'It does not fit on one page at a size that can be read from the stool; it goes on to a second.'}
      </output>
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
        {children(fit.staff)}
      </div>
    </>
  );
};
