'use client';

import { Button, TextInput, VisuallyHidden } from '@mantine/core';
import { IconArrowsRightLeft, IconPlus } from '@tabler/icons-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { type FormEvent, useMemo, useRef, useState } from 'react';
import { type Packed, unpacked } from '@/core/base/packed';
import { clock, meterText } from '@/core/music/time';
import type { RoadMap } from '@/core/song/roadmap';
import { compile } from '@/core/song/timeline';
import { NewMark } from '../history/NewMark';
import type { SinceSeen } from '../history/useHistoryButton';
import { RemovedButton } from '../lifecycle/RemovedButton';
import { ThingMenu } from '../lifecycle/ThingMenu';
import { NoteIcon, Thumbnail } from '../profile';
import { call } from '../shared/call';
import { tellCalled } from '../shared/tell';
import { FromFile } from './FromFile';
import classes from './SongsPage.module.css';

type Song = {
  readonly song: string;
  readonly arrangement: string;
  readonly arrangementName: string;
  readonly title: string;
  readonly map: Packed<RoadMap>;
  /** The band that it was copied from. */
  readonly cameFrom: string | null;
};

type OtherBand = { readonly slug: string; readonly name: string };

type Props = {
  readonly band: { readonly slug: string; readonly mayEdit: boolean };
  readonly songs: readonly Song[];
  /** What others have changed since the member looked last, by document. */
  readonly news: Readonly<Record<string, SinceSeen>>;
  /** Other bands of the member’s that a song can be copied to. */
  readonly others: readonly OtherBand[];
};

/** All songs of the band. */
export const SongsPage = ({ band, songs, news, others }: Props) => (
  <div className={classes.page}>
    <VisuallyHidden component="h1">Songs</VisuallyHidden>
    {band.mayEdit && (
      <div className={classes.making}>
        <NewSong band={band.slug} />
        <FromFile band={band.slug} />
      </div>
    )}
    {songs.length === 0 && <p className={classes.quiet}>No songs yet.</p>}
    <ul className={classes.list}>
      {songs.map((song) => (
        <li key={song.arrangement} className={classes.row}>
          <SongLine
            song={song}
            href={`/${band.slug}/songs/${song.arrangement}`}
            since={news[song.arrangement]}
          />
          {band.mayEdit && <SongMenu song={song} others={others} />}
        </li>
      ))}
    </ul>
    <RemovedButton band={band.slug} mayEdit={band.mayEdit} />
  </div>
);

type MenuProps = { readonly song: Song; readonly others: readonly OtherBand[] };

const SongMenu = ({ song: { song, title }, others }: MenuProps) => {
  const copyTo = async ({ slug, name }: OtherBand) => {
    const called = await call('POST', `/api/songs/${song}/copy?band=${slug}`);
    void tellCalled(called, `“${title}” is in ${name} too.`);
  };
  return (
    <ThingMenu
      thing={{ what: 'song', id: song, title }}
      nameField="title"
      more={others.map((band) => ({
        label: `Copy to ${band.name}`,
        icon: IconArrowsRightLeft,
        run: () => void copyTo(band),
      }))}
      onCopied={() => undefined}
    />
  );
};

type LineProps = {
  readonly song: Song;
  readonly href: string;
  readonly since: SinceSeen | undefined;
};

const SongLine = ({ song, href, since }: LineProps) => {
  const map = useMemo(() => unpacked(song.map), [song.map]);
  const timeline = useMemo(() => compile(map), [map]);
  const { tempo, meter } = map.start;
  return (
    <Link href={href} className={classes.line}>
      <strong className="name">
        {song.title} <NewMark since={since} />
      </strong>
      <span className={classes.quiet}>
        {song.arrangementName}
        {song.cameFrom && `, from ${song.cameFrom}`}
      </span>
      <span className={classes.figure}>
        <NoteIcon value={tempo.unit} height={12} /> {tempo.perMinute}
      </span>
      <span className={classes.figure}>{meterText(meter)}</span>
      <span className={classes.figure}>{timeline.bars.length} bars</span>
      <span className={classes.figure}>{clock(timeline.seconds)}</span>
      <Thumbnail timeline={timeline} width={220} height={34} />
    </Link>
  );
};

const NewSong = ({ band }: { readonly band: string }) => {
  const router = useRouter();
  const [refused, setRefused] = useState<string>();
  /** Two quick clicks make one song. */
  const making = useRef(false);
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    if (making.current) return;
    making.current = true;
    const title = String(new FormData(event.currentTarget).get('title'));
    const called = await call<{ arrangement: string }>('POST', `/api/bands/${band}/songs`, {
      title,
    });
    if (called.ok) return router.push(`/${band}/songs/${called.value.arrangement}`);
    making.current = false;
    setRefused(called.sentence);
  };
  return (
    <form className={classes.form} onSubmit={submit}>
      <TextInput
        name="title"
        aria-label="Title of the new song"
        placeholder="Title of a new song"
        required
        error={refused}
      />
      <Button type="submit" size="xs" leftSection={<IconPlus size={16} />}>
        New song
      </Button>
    </form>
  );
};
