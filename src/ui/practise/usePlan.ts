'use client';

import { useMemo } from 'react';
import type { ClickSettings } from '@/core/music/click';
import type { Layout } from '@/core/music/kit';
import { perform } from '@/core/playing/performance';
import { type Entry, minutesOf, runsIn } from '@/core/practice/log';
import {
  type Day,
  type Goal,
  goalsOf,
  type Plan,
  type PlannedSong,
  type PlanSettings,
  planOf,
  type Readiness,
  readinessOf,
  type Standing,
  standingOf,
} from '@/core/practice/plan';
import { itemsOf, type SongSet } from '@/core/song/set';
import { type BandSong, compileSongs } from '../sets/entries';
import type { Flag } from '../stage/flags';
import { dayHere } from './days';

export type PlannedEvent = {
  readonly id: string;
  readonly title: string;
  readonly startsAt: string;
  readonly timeZone: string;
  readonly sets: readonly { readonly id: string; readonly set: SongSet }[];
};

/** A song with how far somebody is with each of its goals. */
export type SongStanding = {
  readonly song: PlannedSong;
  readonly goals: readonly { readonly goal: Goal; readonly standing: Standing }[];
  readonly readiness: Readiness;
};

type Options = {
  readonly songs: readonly BandSong[];
  readonly click: ClickSettings;
  readonly layout: Layout;
  readonly event: PlannedEvent | undefined;
  readonly settings: PlanSettings;
  readonly entries: readonly Entry[];
  readonly flags: readonly Flag[];
  readonly today: Day;
  /** The day of the gig or rehearsal. */
  readonly on: Day;
};

/** What there is to practise for a gig, how far one is, and what to do until then. */
export const usePlan = (
  options: Options,
): {
  /** Of the songs of its sets, in their order, then of others that were practised. */
  readonly standings: readonly SongStanding[];
  readonly plan: Plan;
  /** The songs of its sets. */
  readonly inSets: ReadonlyMap<string, number>;
} => {
  const { songs, click, layout, event, settings, entries, flags, today, on } = options;
  const known = useMemo(() => new Map(songs.map((song) => [song.arrangement, song])), [songs]);
  const rates = useMemo(() => ratesOf(event), [event]);
  // What is logged of other songs is shown too.
  const logged = useMemo(() => new Set(entries.flatMap(({ song }) => song ?? [])), [entries]);
  const ids = [...new Set([...rates.keys(), ...logged])].join(' ');
  const wanted = useMemo(() => ids.split(' ').flatMap((id) => known.get(id) ?? []), [ids, known]);
  const learnt = useMemo(
    () =>
      [...compileSongs(wanted, [click]).values()].map(({ arrangement, title, map, timeline }) => {
        const flagged = flags
          .filter(({ song }) => song.endsWith(`/${arrangement}`))
          .map(({ bar }) => bar);
        const notes = perform(map, timeline, layout);
        return {
          arrangement,
          title,
          seconds: timeline.seconds,
          goals: goalsOf(
            { arrangement, title, map, timeline, notes, rate: rates.get(arrangement) ?? 1 },
            flagged,
          ),
        };
      }),
    [wanted, rates, click, layout, flags],
  );
  const standings = useMemo(() => {
    const runs = runsIn(entries).map((run) => ({ ...run, day: dayHere(run.at) }));
    return learnt.map(({ goals, ...song }): SongStanding => {
      const own = goals.map((goal) => ({ goal, standing: standingOf(goal, runs) }));
      return {
        song: { ...song, isBegun: logged.has(song.arrangement) },
        goals: own,
        readiness: readinessOf(own),
      };
    });
  }, [learnt, entries, logged]);
  const plan = useMemo(() => {
    const done = entries
      .filter(({ at }) => dayHere(at) === today)
      .reduce((sum, entry) => sum + minutesOf(entry), 0);
    const days = Array.from({ length: Math.max(0, on - today) }, (_, ahead) => {
      const day = today + ahead;
      const said = settings.days[day] ?? { minutes: settings.usual, hasKit: true };
      return { day, ...said, done: ahead === 0 ? Math.min(done, said.minutes) : 0 };
    });
    const own = standings.filter(({ song }) => rates.has(song.arrangement));
    return planOf({
      days,
      songs: own.map(({ song }) => song),
      goals: own.flatMap(({ goals }) => goals),
    });
  }, [standings, rates, settings, entries, today, on]);
  return { standings, plan, inSets: rates };
};

/** The songs of all sets of a gig in their order, each once, with how fast it is played there at most. */
const ratesOf = (event: PlannedEvent | undefined): ReadonlyMap<string, number> => {
  const rates = new Map<string, number>();
  for (const { arrangement, tempo } of (event?.sets ?? []).flatMap(({ set }) => itemsOf(set))) {
    const rate = tempo?.kind === 'percent' ? tempo.percent / 100 : 1;
    rates.set(arrangement, Math.max(rate, rates.get(arrangement) ?? 0));
  }
  return rates;
};
