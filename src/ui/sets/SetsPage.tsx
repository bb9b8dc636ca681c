'use client';

import { NativeSelect, TextInput } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { type FormEvent, useMemo, useState } from 'react';
import type { SongSet } from '@/core/song/set';
import { Button } from '../shared/Button';
import { call } from '../shared/call';
import { EveningProfile } from './EveningProfile';
import { compileSongs, entriesOf, received, type SentSong } from './entries';
import classes from './SetsPage.module.css';
import { dateWords, slotWords } from './words';

type Props = {
  readonly band: { readonly slug: string; readonly mayEdit: boolean };
  readonly songs: readonly SentSong[];
  readonly events: readonly EventEntry[];
};

type EventEntry = {
  readonly id: string;
  readonly kind: 'gig' | 'rehearsal';
  readonly title: string;
  readonly place: string;
  readonly startsAt: string;
  readonly sets: readonly { readonly id: string; readonly set: SongSet }[];
};

/** Tonight and next week: the band's gigs and rehearsals with their sets. */
export const SetsPage = ({ band, songs, events }: Props) => {
  const compiled = useMemo(() => compileSongs(received(songs)), [songs]);
  return (
    <div className={classes.page}>
      {events.length === 0 && (
        <p className={classes.quiet}>No gig or rehearsal yet. Put the next one in below.</p>
      )}
      {events.map((event) => (
        <section key={event.id} className={classes.event} aria-labelledby={event.id}>
          <header>
            <h2 id={event.id} className="name">
              {event.title}
            </h2>
            <p className={classes.quiet}>
              {event.kind === 'gig' ? 'Gig' : 'Rehearsal'}
              {event.place && `, ${event.place}`}
              {', '}
              <time dateTime={event.startsAt} suppressHydrationWarning>
                {dateWords(event.startsAt)}
              </time>
            </p>
          </header>
          <ul>
            {event.sets.map(({ id, set }) => (
              <li key={id}>
                <SetLine href={`/${band.slug}/sets/${id}`} set={set} songs={compiled} />
              </li>
            ))}
          </ul>
          {band.mayEdit && <AddSet band={band.slug} event={event.id} />}
        </section>
      ))}
      {band.mayEdit && <NewEvent band={band.slug} />}
    </div>
  );
};

type LineProps = {
  readonly href: string;
  readonly set: SongSet;
  readonly songs: ReturnType<typeof compileSongs>;
};

const SetLine = ({ href, set, songs }: LineProps) => {
  const { entries, program } = useMemo(() => entriesOf(set, songs), [set, songs]);
  const { title, slotMinutes } = set.heading;
  const late = slotMinutes !== null && program.seconds > slotMinutes * 60;
  return (
    <Link href={href} className={classes.line}>
      <strong className="name">{title}</strong>
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
      <Button look="bare" small icon={<IconPlus size={15} />} onClick={add}>
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
  const [refused, setRefused] = useState<string>();
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const fields = Object.fromEntries(new FormData(event.currentTarget)) as Record<string, string>;
    const time = new Date(fields.startsAt ?? '');
    const startsAt = Number.isNaN(time.getTime()) ? '' : time.toISOString();
    const called = await call<{ set: string }>('POST', `/api/bands/${band}/events`, {
      ...fields,
      startsAt,
    });
    if (called.ok) router.push(`/${band}/sets/${called.value.set}`);
    else setRefused(called.sentence);
  };
  if (!open) {
    return (
      <Button icon={<IconPlus size={16} />} onClick={() => setOpen(true)}>
        New gig or rehearsal
      </Button>
    );
  }
  return (
    <form className={classes.form} onSubmit={submit}>
      <NativeSelect
        name="kind"
        label="What"
        data={[
          { value: 'gig', label: 'Gig' },
          { value: 'rehearsal', label: 'Rehearsal' },
        ]}
      />
      <TextInput name="title" label="Name" required maxLength={120} data-autofocus />
      <TextInput name="place" label="Place" maxLength={120} />
      <TextInput name="startsAt" label="Day and time" type="datetime-local" required />
      <Button look="main" type="submit">
        Add
      </Button>
      {refused && <p role="alert">{refused}</p>}
    </form>
  );
};
