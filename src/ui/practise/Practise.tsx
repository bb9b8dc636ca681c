'use client';

import { Group, Tabs, Text } from '@mantine/core';
import dynamic from 'next/dynamic';
import { useEffect, useMemo, useState } from 'react';
import { type Day, dayWords } from '@/core/practice/plan';
import { received } from '../sets/entries';
import { dateWords as eventWords } from '../sets/words';
import { Figure } from '../shared/Figure';
import { orNothing } from '../shared/orNothing';
import { Select } from '../shared/Select';
import { flagsOf } from '../stage/flags';
import { dayThere } from './days';
import { PlanView } from './PlanView';
import type { PractiseProps } from './PractisePage';
import { StandingView } from './StandingView';
import { useLog } from './useLog';
import { usePlan } from './usePlan';
import { usePlanSettings } from './usePlanSettings';

const FillTrainer = dynamic(() => orNothing(import('./FillTrainer')), { ssr: false });
const LogView = dynamic(() => orNothing(import('./LogView')), { ssr: false });
const EarsView = dynamic(() => orNothing(import('./EarsView')), { ssr: false });

const VIEWS = [
  ['plan', 'Plan'],
  ['songs', 'How far the songs are'],
  ['fills', 'Fills'],
  ['log', 'Log'],
  ['ears', 'Ears'],
] as const;

type Props = PractiseProps & { readonly today: Day };

/** The plan for the gig that is chosen, how far its songs are, the log, and what the evening does to the ears. */
export const Practise = (props: Props) => {
  const { band, songs, events, click, layout, today, told } = props;
  const coming = useMemo(
    () => events.filter((one) => dayThere(one.startsAt, one.timeZone) >= today),
    [events, today],
  );
  const [chosen, setChosen] = useState(coming[0]?.id ?? '');
  const event = coming.find(({ id }) => id === chosen) ?? coming[0];
  const on = event ? dayThere(event.startsAt, event.timeZone) : today;
  const { settings, change, kept, problem } = usePlanSettings(
    band.slug,
    props.plans,
    event?.id ?? '',
  );
  const log = useLog(band.slug, props.entries);
  const flags = useMemo(
    () => flagsOf((event?.sets ?? []).map(({ id }) => `/${band.slug}/sets/${id}`)),
    [event, band.slug],
  );
  const all = useMemo(() => received(songs), [songs]);
  const { standings, plan, inSets } = usePlan({
    songs: all,
    click,
    layout,
    event,
    settings,
    entries: log.entries,
    flags,
    today,
    on,
  });
  const own = standings.filter(({ song }) => inSets.has(song.arrangement));
  const readiness = Object.fromEntries(
    own.map((one) => [one.song.arrangement, one.readiness] as const),
  );
  // Leaders who may know are told anew when the log has changed.
  const tellsAs = settings.shares ? JSON.stringify(readiness) : '';
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is told changes with its words alone
  useEffect(() => {
    if (tellsAs !== '') change({}, readiness);
  }, [tellsAs]);
  const titleOf = (arrangement: string) =>
    songs.find((song) => song.arrangement === arrangement)?.title ?? 'A song that is gone';
  return (
    <>
      <Group align="end" gap="md">
        {event ? (
          <>
            <Select
              label="For"
              shown
              value={event.id}
              choices={coming.map(({ id, title }) => [id, title] as const)}
              onChange={setChosen}
            />
            <Figure
              label="Minutes a day"
              w={120}
              max={600}
              allowDecimal={false}
              value={settings.usual}
              onChange={(usual) => change({ usual }, readiness)}
            />
            <Text pb={6}>
              {eventWords(event.startsAt, event.timeZone)}, {dayWords(on, today)}
              {kept === 'keeping' && '. Being kept'}
              {kept === 'not kept' && (
                <span role="alert">. Not kept: {problem} It is kept with your next change.</span>
              )}
            </Text>
          </>
        ) : (
          <Text>
            No gig or rehearsal is to come: put the next one in under Sets. What you practise is
            logged all the same.
          </Text>
        )}
      </Group>
      <Tabs defaultValue={event ? 'plan' : 'log'} keepMounted={false} mt="md">
        <Tabs.List aria-label="View">
          {VIEWS.map(([id, label]) => (
            <Tabs.Tab key={id} value={id}>
              {label}
            </Tabs.Tab>
          ))}
        </Tabs.List>
        <Tabs.Panel value="plan" pt="md">
          <PlanView
            band={band.slug}
            plan={plan}
            settings={settings}
            onSettings={(next) => change(next, readiness)}
            on={on}
            today={today}
            titleOf={titleOf}
            onDone={log.add}
            hasSongs={own.length > 0}
          />
        </Tabs.Panel>
        <Tabs.Panel value="songs" pt="md">
          <StandingView
            band={band.slug}
            standings={own}
            today={today}
            shares={settings.shares}
            onShares={(shares) => change({ shares }, readiness)}
            told={told.filter((one) => one.event === event?.id)}
            titleOf={titleOf}
          />
        </Tabs.Panel>
        <Tabs.Panel value="fills" pt="md">
          <FillTrainer songs={all} layout={layout} />
        </Tabs.Panel>
        <Tabs.Panel value="log" pt="md">
          <LogView {...log} standings={standings} today={today} titleOf={titleOf} />
        </Tabs.Panel>
        <Tabs.Panel value="ears" pt="md">
          <EarsView />
        </Tabs.Panel>
      </Tabs>
    </>
  );
};
