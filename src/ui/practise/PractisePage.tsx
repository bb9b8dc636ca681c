'use client';

import { Text, VisuallyHidden } from '@mantine/core';
import { useEffect, useState } from 'react';
import type { ClickSettings } from '@/core/music/click';
import type { Layout } from '@/core/music/kit';
import type { Entry } from '@/core/practice/log';
import type { Day, PlanSettings, Readiness } from '@/core/practice/plan';
import type { SentSong } from '../sets/entries';
import { dayHere } from './days';
import { Practise } from './Practise';
import classes from './Practise.module.css';
import type { PlannedEvent } from './usePlan';

/** How far another member says they are with the songs of a gig. */
export type Told = {
  readonly event: string;
  readonly name: string;
  readonly songs: Readonly<Record<string, Readiness>>;
};

export type PractiseProps = {
  readonly band: { readonly slug: string; readonly name: string };
  readonly songs: readonly SentSong[];
  readonly events: readonly PlannedEvent[];
  readonly click: ClickSettings;
  readonly layout: Layout;
  readonly entries: readonly Entry[];
  readonly plans: Readonly<Record<string, PlanSettings>>;
  readonly told: readonly Told[];
};

/** What to practise until the next gig or rehearsal, and what was practised. */
export const PractisePage = (props: PractiseProps) => {
  // Which day it is, only this device can tell.
  const [today, setToday] = useState<Day>();
  useEffect(() => setToday(dayHere(Date.now())), []);
  return (
    <div className={classes.page}>
      <VisuallyHidden component="h1">Practise</VisuallyHidden>
      {today === undefined ? (
        <Text className={classes.quiet}>The plan is being made.</Text>
      ) : (
        <Practise {...props} today={today} />
      )}
    </div>
  );
};
