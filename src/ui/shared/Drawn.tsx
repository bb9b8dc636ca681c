'use client';

import { type ReactNode, useEffect, useState } from 'react';
import classes from './Drawn.module.css';

type Props = {
  /** Whether the server draws it; if not, the browser does. */
  readonly here: boolean;
  readonly children: ReactNode;
};

/** What a page shows, drawn on the server unless too many ask at once. */
export const Drawn = ({ here, children }: Props) => {
  const [drawn, setDrawn] = useState(here);
  useEffect(() => setDrawn(true), []);
  return drawn ? children : <p className={classes.soon}>One moment</p>;
};
