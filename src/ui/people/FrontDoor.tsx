import type { ReactNode } from 'react';
import classes from './SignIn.module.css';

/** What stands around pages that are read before anybody is in a band. */
export const FrontDoor = ({ children }: { readonly children: ReactNode }) => (
  <main className={classes.page}>
    <header>
      <h1 className={classes.mark}>Ebrant</h1>
      <p className={classes.lead}>
        Drum road maps for a band’s sets: sections, bars, tempos and feels in, exact bar numbers,
        times and a click out.
      </p>
    </header>
    {children}
  </main>
);
