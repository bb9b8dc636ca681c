'use client';

import { Button, Group, VisuallyHidden } from '@mantine/core';
import { IconCalendarEvent, IconPlus } from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import type { SongSet } from '@/core/song/set';
import { NewMark } from '../history/NewMark';
import type { SinceSeen } from '../history/useHistoryButton';
import { RemovedButton } from '../lifecycle/RemovedButton';
import { ThingMenu } from '../lifecycle/ThingMenu';
import { Asked, type AskedOfMe } from '../notes/Asked';
import { call } from '../shared/call';
import { orNothing } from '../shared/orNothing';
import { CalendarButton } from './CalendarButton';
import { EveningProfile } from './EveningProfile';
import type { EventSaid } from './EventForm';
import { EventTime } from './EventTime';
import { compileSongs, entriesOf, received, type SentSong } from './entries';
import { FromCalendar } from './FromCalendar';
import classes from './SetsPage.module.css';
import { slotWords, timeWords } from './words';

const EventForm = dynamic(() => orNothing(import('./EventForm')), { ssr: false });

type Props = {
  readonly band: { readonly slug: string; readonly mayEdit: boolean };
  readonly songs: readonly SentSong[];
  readonly events: readonly EventEntry[];
  /** What others have changed since the member looked last, by document. */
  readonly news: Readonly<Record<string, SinceSeen>>;
  /** What is asked of the member, and not settled yet. */
  readonly asked: readonly AskedOfMe[];
};

type EventEntry = EventSaid & {
  readonly id: string;
  readonly sets: readonly { readonly id: string; readonly set: SongSet }[];
};

/** Tonight and next week: the band's gigs and rehearsals with their sets. */
export const SetsPage = ({ band, songs, events, news, asked }: Props) => {
  const compiled = useMemo(() => compileSongs(received(songs)), [songs]);
  return (
    <div className={classes.page}>
      <VisuallyHidden component="h1">Gigs, rehearsals and their sets</VisuallyHidden>
      <Asked band={band.slug} asked={asked} />
      {events.length === 0 && (
        <p className={classes.quiet}>No gig or rehearsal yet. Put the next one in below.</p>
      )}
      {events.map((event) => (
        <section key={event.id} className={classes.event} aria-labelledby={event.id}>
          <EventHead event={event} band={band} />
          <ul>
            {event.sets.map(({ id, set }) => (
              <li key={id} className={classes.row}>
                <SetLine
                  href={`/${band.slug}/sets/${id}`}
                  set={set}
                  songs={compiled}
                  since={news[id]}
                />
                {band.mayEdit && <SetMenu id={id} title={set.heading.title} />}
              </li>
            ))}
          </ul>
          {band.mayEdit && <AddSet band={band.slug} event={event.id} />}
        </section>
      ))}
      <Group>
        {band.mayEdit && <NewEvent band={band.slug} />}
        {band.mayEdit && <FromCalendar band={band.slug} />}
        <CalendarButton band={band.slug} />
        <RemovedButton band={band.slug} mayEdit={band.mayEdit} />
      </Group>
    </div>
  );
};

type HeadProps = { readonly event: EventEntry; readonly band: Props['band'] };

/** What, where and when, with what can be done with it as a whole. */
const EventHead = ({ event, band }: HeadProps) => {
  const router = useRouter();
  const [changing, setChanging] = useState(false);
  const { id, kind, title, place, startsAt, timeZone, loadInAt } = event;
  return (
    <header className={classes.head}>
      <div>
        <h2 id={id} className="name">
          {title}
        </h2>
        <p className={classes.quiet}>
          {kind === 'gig' ? 'Gig' : 'Rehearsal'}
          {place && `, ${place}`}, <EventTime startsAt={startsAt} timeZone={timeZone} />
          {loadInAt && `, load-in at ${timeWords(loadInAt, timeZone)}`}
        </p>
      </div>
      {band.mayEdit && (
        <ThingMenu
          thing={{ what: 'event', id, title }}
          more={[{ label: 'Change', icon: IconCalendarEvent, run: () => setChanging(true) }]}
          onCopied={() => undefined}
        />
      )}
      {changing && (
        <EventForm
          event={event}
          band={band.slug}
          onClose={() => setChanging(false)}
          onDone={() => {
            setChanging(false);
            router.refresh();
          }}
        />
      )}
    </header>
  );
};

const SetMenu = ({ id, title }: { readonly id: string; readonly title: string }) => (
  <ThingMenu thing={{ what: 'set', id, title }} onCopied={() => undefined} />
);

type LineProps = {
  readonly href: string;
  readonly set: SongSet;
  readonly songs: ReturnType<typeof compileSongs>;
  readonly since: SinceSeen | undefined;
};

const SetLine = ({ href, set, songs, since }: LineProps) => {
  const { entries, program } = useMemo(() => entriesOf(set, songs), [set, songs]);
  const { title, slotMinutes } = set.heading;
  const late = slotMinutes !== null && program.seconds > slotMinutes * 60;
  return (
    <Link href={href} className={classes.line}>
      <strong className="name">
        {title} <NewMark since={since} />
      </strong>
      <span className={classes.quiet}>
        {entries.length === 1 ? '1 song' : `${entries.length} songs`}
      </span>
      <EveningProfile
        program={program}
        height={46}
        slot={slotMinutes === null ? undefined : slotMinutes * 60}
      />
      <span className={classes.time} data-late={late}>
        {slotWords(program.seconds, slotMinutes)}
      </span>
      <span className={`${classes.songs} name`}>
        {entries.map(({ song }) => song?.title ?? '').join(' · ')}
      </span>
    </Link>
  );
};

const AddSet = ({ band, event }: { readonly band: string; readonly event: string }) => {
  const router = useRouter();
  const [refused, setRefused] = useState<string>();
  const add = async () => {
    const called = await call<{ set: string }>('POST', `/api/bands/${band}/sets`, { event });
    if (called.ok) router.push(`/${band}/sets/${called.value.set}`);
    else setRefused(called.sentence);
  };
  return (
    <div>
      <Button variant="subtle" size="xs" leftSection={<IconPlus size={15} />} onClick={add}>
        Add a set
      </Button>
      {refused && <span role="alert">{refused}</span>}
    </div>
  );
};

/** A gig or rehearsal with its first, empty set. */
const NewEvent = ({ band }: { readonly band: string }) => {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button size="xs" leftSection={<IconPlus size={16} />} onClick={() => setOpen(true)}>
        New gig or rehearsal
      </Button>
      {open && (
        <EventForm
          band={band}
          onClose={() => setOpen(false)}
          onDone={(set) => router.push(`/${band}/sets/${set}`)}
        />
      )}
    </>
  );
};
