'use client';

import { Anchor, Button, Group, Text, Title } from '@mantine/core';
import {
  IconDeviceTabletFilled,
  IconDownload,
  IconFileText,
  IconPrinter,
} from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useMemo } from 'react';
import { USUAL_LAYOUT } from '@/core/music/kit';
import { clock, meterText } from '@/core/music/time';
import { surprisesOf } from '@/core/song/chart';
import type { RoadMap } from '@/core/song/roadmap';
import type { Program } from '@/core/song/set';
import type { Timeline } from '@/core/song/timeline';
import { DownloadButton } from '../export/DownloadButton';
import { NoteIcon, Thumbnail } from '../profile';
import { EveningProfile } from '../sets/EveningProfile';
import { EventTime } from '../sets/EventTime';
import { orNothing } from '../shared/orNothing';
import { When } from '../shared/When';
import { useDrums, useProgram } from '../transport';
import classes from './Deputy.module.css';

const TakeAlong = dynamic(() => orNothing(import('../offline/TakeAlong')), { ssr: false });

/** A song as it is played here. */
export type DeputySong = {
  /** What its chart is found by. */
  readonly id: string;
  readonly title: string;
  readonly map: RoadMap;
  readonly timeline: Timeline;
};

type Props = {
  readonly band: string;
  readonly title: string;
  /** The document that the click’s files are of. */
  readonly document: string;
  readonly event: EventSaid | undefined;
  readonly songs: readonly DeputySong[];
  readonly program: Program;
  readonly until: Date;
};

/** The evening that a set is for. */
export type EventSaid = {
  readonly title: string;
  readonly place: string;
  readonly startsAt: string;
  readonly timeZone: string;
};

/** The click as a file. */
const FILES = [
  ['midi', 'Click as MIDI'],
  ['wav', 'Click as WAV'],
] as const;

/** All that a deputy needs of a set or a song, on one page: what is odd about each song first. */
export const DeputyPage = (props: Props) => {
  const { band, title, document, event, songs, program, until } = props;
  const maps = useMemo(() => songs.map(({ map }) => map), [songs]);
  const drums = useDrums(program, maps, USUAL_LAYOUT);
  useProgram({ href: '/deputy/set', title, program, drums });
  const pages = useMemo(
    () => [
      '/deputy/set',
      '/deputy/stage',
      '/deputy/paper',
      ...songs.map(({ id }) => `/deputy/songs/${id}`),
    ],
    [songs],
  );
  return (
    <div className={classes.page}>
      <header>
        <Text c="var(--quiet)" className="name">
          {band}
        </Text>
        <Title order={1} className="name">
          {title}
        </Title>
        {event && (
          <Text className="name">
            {[event.title, event.place].filter(Boolean).join(', ')},{' '}
            <EventTime startsAt={event.startsAt} timeZone={event.timeZone} />
          </Text>
        )}
        <Group gap="sm" mt="sm">
          <Button
            component={Link}
            href="/deputy/stage"
            variant="filled"
            leftSection={<IconDeviceTabletFilled size={18} aria-hidden="true" />}
          >
            Stage
          </Button>
          <Button
            component={Link}
            href="/deputy/paper"
            leftSection={<IconPrinter size={18} aria-hidden="true" />}
          >
            Print
          </Button>
          {FILES.map(([as, label]) => (
            <DownloadButton
              key={as}
              href={`/api/documents/${document}/click?as=${as}`}
              leftSection={<IconDownload size={18} aria-hidden="true" />}
            >
              {label}
            </DownloadButton>
          ))}
          {event && (
            <TakeAlong
              page="/deputy/set"
              pages={pages}
              title={title}
              event={event}
              program={program}
              saved
            />
          )}
        </Group>
      </header>
      {songs.length > 1 && <EveningProfile program={program} height={112} full />}
      <ol className={classes.songs}>
        {songs.map((song) => (
          <Song key={song.id} song={song} isAlone={songs.length === 1} />
        ))}
      </ol>
      <Text size="sm" c="var(--quiet)">
        This link is good until <When at={until} />. What it shows is the band’s: please pass it on
        to nobody.
      </Text>
    </div>
  );
};

type SongProps = {
  readonly song: DeputySong;
  /** The page has its title already. */
  readonly isAlone: boolean;
};

const Song = ({ song: { id, title, map, timeline }, isAlone }: SongProps) => {
  const { tempo, meter, countIn, recording } = map.start;
  const surprises = surprisesOf(map, timeline);
  return (
    <li>
      <div className={classes.head}>
        {!isAlone && (
          <Title order={2} fz="lg" className="name">
            {title}
          </Title>
        )}
        <span>
          <NoteIcon value={tempo.unit} height={12} /> {tempo.perMinute} · {meterText(meter)} · count{' '}
          {countIn} · {timeline.bars.length} bars · {clock(timeline.seconds)}
          {recording !== 0 && ` · bar 1 at ${clock(recording)} of the recording`}
        </span>
        <Anchor component={Link} href={`/deputy/songs/${id}`} aria-label={`Chart of ${title}`}>
          <IconFileText size={16} aria-hidden="true" /> Chart
        </Anchor>
      </div>
      <Thumbnail timeline={timeline} width={220} height={34} />
      {surprises.length === 0 ? (
        <Text size="sm">Nothing in it should catch you out.</Text>
      ) : (
        <ul className={classes.surprises}>
          {surprises.map(({ sentence, written }) => (
            <li key={sentence}>
              <strong>bar {written}</strong> {sentence}
            </li>
          ))}
        </ul>
      )}
    </li>
  );
};
