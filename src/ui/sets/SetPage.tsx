'use client';

import { Button, VisuallyHidden } from '@mantine/core';
import { IconLink, IconPlus, IconPrinter } from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { type ComponentProps, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Heard } from '@/audio/player';
import { type Operation, placeAt, setFields } from '@/core/base/document';
import { type ClickSettings, hasNoOverrides } from '@/core/music/click';
import type { Layout } from '@/core/music/kit';
import { type RoadMap, roadMapKind } from '@/core/song/roadmap';
import { itemsOf, type SongSet, setKind, songAt } from '@/core/song/set';
import {
  DraftsProvider,
  type LiveDocument,
  type Opened,
  SaveState,
  type Sent,
  UndoButtons,
  useBandNews,
  useDocument,
  useManyDocuments,
  useUndoKeys,
} from '../document';
import { ExportButton } from '../export/ExportButton';
import { type SinceSeen, useHistoryButton } from '../history/useHistoryButton';
import { DeletedNotice } from '../lifecycle/DeletedNotice';
import { ThingMenu } from '../lifecycle/ThingMenu';
import { useNotesButton } from '../notes/useNotesButton';
import { Here } from '../presence/Here';
import { usePresence } from '../presence/usePresence';
import { HeadLink } from '../shared/HeadLink';
import { newId } from '../shared/newId';
import { orNothing } from '../shared/orNothing';
import { Select } from '../shared/Select';
import { Sortable } from '../shared/Sortable';
import { FlagList } from '../stage/FlagList';
import { StageLink } from '../stage/StageLink';
import { useControls, useDrums, useMarkPlaying, useProgram } from '../transport';
import { EveningProfile } from './EveningProfile';
import {
  type BandSong,
  type CompiledSong,
  compileSongs,
  entriesOf,
  received,
  type SentSong,
} from './entries';
import { Judged } from './judgement';
import { type SetEvent, SetHeading, SlotField } from './SetHeading';
import classes from './SetPage.module.css';
import { SetRow } from './SetRow';
import { slotWords } from './words';

const TakeAlong = dynamic(() => orNothing(import('../offline/TakeAlong')), { ssr: false });
const SetNotes = dynamic(() => orNothing(import('../notes/SetNotes')), { ssr: false });
const SetHistory = dynamic(() => orNothing(import('../history/SetHistory')), { ssr: false });
const DeputyLinks = dynamic(() => orNothing(import('../deputy/DeputyLinks')), { ssr: false });
const SetClick = dynamic(() => orNothing(import('../click/SetClick')), { ssr: false });

type Props = {
  readonly opened: Sent<SongSet>;
  readonly band: string;
  /** What the band says of its click. */
  readonly click: ClickSettings;
  /** The member's own kit. */
  readonly layout: Layout;
  readonly event: SetEvent;
  /** What others have changed since the member looked last. */
  readonly since: SinceSeen | undefined;
  /** Which of the two is deleted. */
  readonly deleted: 'event' | 'set' | null;
  readonly songs: readonly (SentSong & OfMember)[];
};

/** How the song's document stood when the page was read. */
type OfMember = { readonly revision: number; readonly mayEdit: boolean };

/** A set: its evening profile, its songs in order with times and gaps, the total against the slot. */
export const SetPage = (props: Props) => {
  const { opened, band, click, layout, event, deleted, songs: sent, since } = props;
  const router = useRouter();
  const live = useDocument(setKind, opened);
  const { document: set, edit, mayEdit } = live;
  const songs = useMemo(() => received(sent), [sent]);
  const asSaved = useMemo(() => songs.map(openedSong), [songs]);
  const maps = useManyDocuments(roadMapKind, asSaved);
  const compiled = useMemo(
    () =>
      compileSongs(
        songs.map((song) => ({ ...song, map: maps.get(song.arrangement) ?? song.map })),
        [click, set.click],
      ),
    [songs, maps, click, set.click],
  );
  const { entries, program } = useMemo(
    () => entriesOf(set, compiled, [click, set.click]),
    [set, compiled, click],
  );
  const { slotMinutes } = set.heading;
  const slot = slotMinutes === null ? undefined : slotMinutes * 60;
  const joined = useMemo(() => entries.flatMap((entry) => entry.joined ?? []), [entries]);
  const pages = useMemo(
    () => pagesOf(band, opened.id, new Set(joined.map(({ item }) => item.arrangement))),
    [band, opened.id, joined],
  );
  const asPlayed = useMemo(() => joined.map(({ map }) => map), [joined]);
  const drums = useDrums(program, asPlayed, layout);
  useProgram({ title: set.heading.title, program, drums });
  useFreshSongs(entries.some(({ song }) => !song));
  useUndoKeys(live);
  const [sharing, setSharing] = useState(false);
  const history = useHistoryButton(live, since);
  const here = usePresence(opened.id);
  const notes = useNotesButton(opened.id);
  const titleOf = useCallback(
    (arrangement: string) =>
      songs.find((song) => song.arrangement === arrangement)?.title ?? 'a song that is gone',
    [songs],
  );
  const late = slot !== undefined && program.seconds > slot;
  return (
    <DraftsProvider document={opened.id}>
      <div>
        {deleted && (
          <DeletedNotice
            thing={
              deleted === 'event'
                ? { what: 'event', id: event.id, title: event.title }
                : { what: 'set', id: opened.id, title: set.heading.title }
            }
            mayEdit={mayEdit}
          />
        )}
        <VisuallyHidden component="h1">{set.heading.title}</VisuallyHidden>
        <div className={classes.head}>
          <SetHeading set={set} event={event} mayEdit={mayEdit} edit={edit} />
          <Here people={here} nameOf={() => undefined} />
          <SaveState {...live} />
          {mayEdit && <UndoButtons {...live} />}
          {history.button}
          {notes.button}
          {notes.open && notes.notes && (
            <SetNotes
              document={opened.id}
              band={band}
              set={set}
              titleOf={titleOf}
              notes={notes.notes}
              onChange={notes.read}
              onClose={notes.close}
            />
          )}
          {history.open && (
            <SetHistory
              live={live}
              title={set.heading.title}
              titleOf={titleOf}
              seen={since?.seen}
              onClose={history.close}
            />
          )}
          <FlagList of={`/${band}/sets/${opened.id}`} />
          <StageLink href={`/${band}/sets/${opened.id}/stage`} set={opened.id} />
          <HeadLink
            href={`/${band}/sets/${opened.id}/paper`}
            label="Print"
            icon={<IconPrinter size={17} aria-hidden="true" />}
          />
          <TakeAlong
            page={`/${band}/sets/${opened.id}`}
            pages={pages}
            title={set.heading.title}
            event={event}
            program={program}
            saved={live.saving.kind === 'saved'}
          />
          <ExportButton
            document={opened.id}
            what="set"
            saved={live.saving.kind === 'saved'}
            hasBars={program.songs.some(({ timeline }) => timeline.bars.length > 0)}
            paper={`/${band}/sets/${opened.id}/paper`}
          />
          {mayEdit && (
            <ThingMenu
              thing={{ what: 'set', id: opened.id, title: set.heading.title }}
              more={[{ label: 'Link for a deputy', icon: IconLink, run: () => setSharing(true) }]}
              onCopied={(id) => router.push(`/${band}/sets/${id}`)}
              onRemoved={() => router.push(`/${band}/sets`)}
            />
          )}
        </div>
        {sharing && (
          <DeputyLinks
            document={opened.id}
            title={set.heading.title}
            days={daysUntil(event.startsAt)}
            onClose={() => setSharing(false)}
          />
        )}
        <Judged
          className={late ? `${classes.total} ${classes.late}` : classes.total}
          live={live}
          joined={joined}
          seconds={program.seconds}
          layout={layout}
          onGo={goToSong}
        >
          <p data-testid="total">
            <strong>{slotWords(program.seconds, slotMinutes)}</strong>
            <span>
              {entries.length} songs,{' '}
              {program.songs.reduce((sum, { timeline }) => sum + timeline.bars.length, 0)} bars
            </span>
          </p>
          <SlotField set={set} mayEdit={mayEdit} edit={edit} />
        </Judged>
        <EveningProfile program={program} height={112} full slot={slot} />
        <Songs entries={entries} band={band} live={live} />
        {mayEdit && <AddSong set={set} songs={compiled} edit={edit} />}
        <ClickOfSet said={set.click} band={click} edit={edit} mayEdit={mayEdit} />
      </div>
    </DraftsProvider>
  );
};

/** So many days until the day after the evening; a day at least. */
const daysUntil = (startsAt: string): number =>
  Math.min(90, Math.max(1, Math.ceil((Date.parse(startsAt) - Date.now()) / 86_400_000) + 1));

/** All pages that belong to a set: its own and those of its songs. */
const pagesOf = (band: string, set: string, songs: ReadonlySet<string>): string[] => [
  ...['', '/stage', '/paper'].map((view) => `/${band}/sets/${set}${view}`),
  ...[...songs].flatMap((song) =>
    ['', '/stage', '/chart', '/kit'].map((view) => `/${band}/songs/${song}${view}`),
  ),
];

/** Brings a song of the set into sight, and the focus to its name. */
const goToSong = (item: string) =>
  document.querySelector<HTMLElement>(`[data-item="${CSS.escape(item)}"] a`)?.focus();

/** The item of the set that is heard. */
const songPlayed = ({ program, place }: Heard): string | undefined =>
  songAt(program, place)?.song.id;

type ClickProps = ComponentProps<typeof SetClick>;

/** What this set says of its click: seldom much, so it is opened when it is wanted. */
const ClickOfSet = (props: ClickProps) => {
  const [open, setOpen] = useState(false);
  return (
    <details className={classes.click} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>The click of this set{hasNoOverrides(props.said) ? ': as the band’s' : ''}</summary>
      {open && <SetClick {...props} />}
    </details>
  );
};

const openedSong = ({
  arrangement,
  map,
  revision,
  mayEdit,
}: BandSong & OfMember): Opened<RoadMap> => ({
  id: arrangement,
  document: map,
  revision,
  mayEdit,
});

/** Songs are made and renamed on other pages: their list is read again when that is told of. */
const useFreshSongs = (missing: boolean) => {
  const router = useRouter();
  useBandNews(useCallback(({ kind }) => kind === 'songs' && router.refresh(), [router]));
  useEffect(() => {
    if (missing) router.refresh();
  }, [missing, router]);
};

type SongsProps = {
  readonly entries: ReturnType<typeof entriesOf>['entries'];
  readonly band: string;
  readonly live: LiveDocument<SongSet>;
};

const Songs = ({ entries, band, live: { document: set, edit, mayEdit } }: SongsProps) => {
  const ids = entries.map(({ item }) => item.id);
  const { playFrom } = useControls();
  const frame = useRef<HTMLDivElement>(null);
  useMarkPlaying(frame, 'item', songPlayed);
  if (entries.length === 0) {
    return <p className={classes.empty}>No songs yet. Choose the first one below.</p>;
  }
  return (
    <Sortable
      name="set"
      ids={ids}
      disabled={!mayEdit}
      onDrop={(id, on) => edit(moveItem(set, id, ids.indexOf(on)))}
    >
      <div ref={frame} className={classes.frame}>
        <table className={classes.table}>
          <thead>
            <tr>
              <th>
                <VisuallyHidden>Move</VisuallyHidden>
              </th>
              <th>
                <VisuallyHidden>Place</VisuallyHidden>
              </th>
              <th className={classes.text}>Song</th>
              <th>Tempo</th>
              <th>Meter</th>
              <th>Count-in</th>
              <th>Bars</th>
              <th>Time</th>
              <th className={classes.text}>Profile</th>
              <th>Starts at</th>
              <th className={classes.text}>After it</th>
              <th>
                <VisuallyHidden>Tools</VisuallyHidden>
              </th>
            </tr>
          </thead>
          <tbody>
            {entries.map((entry, index) => (
              <SetRow
                key={entry.item.id}
                entry={entry}
                index={index}
                count={entries.length}
                band={band}
                mayEdit={mayEdit}
                onPlay={() => entry.placed && playFrom(entry.placed.start)}
                onMove={(to) => edit(moveItem(set, entry.item.id, to))}
                onRemove={() => edit([{ type: 'remove', in: 'items', id: entry.item.id }])}
                onChange={(field, value) => edit(setItem(entry.item.id, field, value))}
                follows={entries[index - 1]?.item.gap.kind === 'straight-on'}
              />
            ))}
          </tbody>
        </table>
      </div>
    </Sortable>
  );
};

const setItem = (id: string, field: string, value: unknown): Operation[] => [
  setFields('items', id, { [field]: value }),
];

const moveItem = (set: SongSet, id: string, to: number): Operation[] => {
  const items = itemsOf(set);
  const from = items.findIndex((item) => item.id === id);
  if (from < 0 || to < 0 || to >= items.length || from === to) return [];
  const { order, rekeys } = placeAt('items', items.toSpliced(from, 1), to);
  return [...rekeys, ...setItem(id, 'order', order)];
};

type AddProps = {
  readonly set: SongSet;
  readonly songs: ReadonlyMap<string, CompiledSong>;
  readonly edit: LiveDocument<SongSet>['edit'];
};

/** The band's songs to choose from; those that are in the set say so. */
const AddSong = ({ set, songs, edit }: AddProps) => {
  const [chosen, setChosen] = useState('');
  const items = itemsOf(set);
  const inSet = new Set(items.map(({ arrangement }) => arrangement));
  const add = () => {
    if (!chosen) return;
    const id = newId();
    const { order } = placeAt('items', items, items.length);
    const value = {
      kind: 'song',
      order,
      arrangement: chosen,
      gap: { kind: 'seconds', seconds: 10 },
    };
    edit([{ type: 'insert', in: 'items', id, value }]);
    setChosen('');
  };
  return (
    <form
      className={classes.add}
      onSubmit={(event) => {
        event.preventDefault();
        add();
      }}
    >
      <Select
        label="Song to add"
        value={chosen}
        onChange={setChosen}
        choices={[
          ['', 'Choose a song of the band'],
          ...[...songs.values()].map(
            ({ arrangement, title, arrangementName }) =>
              [
                arrangement,
                `${title}${arrangementName === 'As recorded' ? '' : ` (${arrangementName})`}${inSet.has(arrangement) ? ', in the set' : ''}`,
              ] as const,
          ),
        ]}
      />
      <Button type="submit" size="xs" leftSection={<IconPlus size={16} />} disabled={!chosen}>
        Add to the set
      </Button>
    </form>
  );
};
