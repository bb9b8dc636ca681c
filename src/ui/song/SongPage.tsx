'use client';

import { Tabs, VisuallyHidden } from '@mantine/core';
import { IconFileText, IconGridDots } from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import { useCallback, useDeferredValue, useMemo, useRef, useState } from 'react';
import type { ClickSettings } from '@/core/music/click';
import type { Layout } from '@/core/music/kit';
import { perMinuteAt, rateOf, seconds } from '@/core/music/time';
import type { Loop } from '@/core/playing/transport';
import { moveOnto, rowsOf, setField, setGroove, setPart, setStart } from '@/core/song/editing';
import { type RoadMap, roadMapKind } from '@/core/song/roadmap';
import { compile, speedAt } from '@/core/song/timeline';
import { DraftsProvider, type Sent, useDocument } from '../document';
import { ExportButton } from '../export/ExportButton';
import { type SinceSeen, useHistoryButton } from '../history/useHistoryButton';
import { useListening } from '../kit/Sound';
import { DeletedNotice } from '../lifecycle/DeletedNotice';
import { useNotesButton } from '../notes/useNotesButton';
import { HereContext, usePresence } from '../presence/usePresence';
import { ResizableProfile, type Scale, type Stretch, useNeedle } from '../profile';
import { HeadLink } from '../shared/HeadLink';
import { newId } from '../shared/newId';
import { orNothing } from '../shared/orNothing';
import { useFetchedAhead } from '../shared/useFetchedAhead';
import { PAUSE, useSettled } from '../shared/useSettled';
import { FlagList } from '../stage/FlagList';
import { StageLink } from '../stage/StageLink';
import { useDrums, useProgram } from '../transport';
import { type Arrangement, Arrangements } from './Arrangements';
import { Compare } from './Compare';
import { PlayedTable } from './PlayedTable';
import { ProfileHandles } from './ProfileHandles';
import { USUAL_PRACTICE } from './practice/settings';
import { PractiseProvider, useAskedPractice } from './practice/usePractise';
import { useBesideRecording } from './recording/useBesideRecording';
import { Ruler } from './ruler/Ruler';
import { SectionTable } from './SectionTable';
import { Side } from './Side';
import { SongProvider } from './SongContext';
import { StartFields, Title } from './SongHead';
import { SongMenu } from './SongMenu';
import classes from './SongPage.module.css';
import { useRemarks } from './useRemarks';
import { useSongCommands } from './useSongCommands';
import { useTap } from './useTap';
import { type View, ViewBar, type ZoomLevel } from './ViewBar';

const loadText = () => import('./text/TextView');
const loadLoads = () => import('./LoadView');
const loadClick = () => import('../click/ClickView');
const loadRecording = () => import('./recording/RecordingView');
const loadPractice = () => import('./practice/PracticeView');
const OTHER_VIEWS = [loadText, loadRecording, loadPractice, loadLoads, loadClick];
const TextView = dynamic(() => orNothing(loadText()), { ssr: false });
const RecordingView = dynamic(() => orNothing(loadRecording()), { ssr: false });
const PracticeView = dynamic(() => orNothing(loadPractice()), { ssr: false });
const LoadView = dynamic(() => orNothing(loadLoads()), { ssr: false });
const ClickView = dynamic(() => orNothing(loadClick()), { ssr: false });
const SongNotes = dynamic(() => orNothing(import('../notes/SongNotes')), { ssr: false });
const SongHistory = dynamic(() => orNothing(import('../history/SongHistory')), { ssr: false });

type Props = {
  readonly opened: Sent<RoadMap>;
  readonly band: string;
  /** The id of the song; `opened` is one of its arrangements. */
  readonly song: string;
  /** Which of the two is deleted. */
  readonly deleted: 'song' | 'arrangement' | null;
  readonly title: string;
  readonly arrangement: string;
  readonly others: readonly Arrangement[];
  /** Whether the demo has a recording of it. */
  readonly isRecorded: boolean;
  /** What others have changed since the member looked last. */
  readonly since: SinceSeen | undefined;
  /** The kit that the drums are heard on. */
  readonly layout: Layout;
  /** What the band says of its click. */
  readonly click: ClickSettings;
};

/** A song of more sections has its drawing follow after a pause. */
const LONG = 40;

/** A song: its profile above its sections, details of the selected one at the side. */
export const SongPage = (props: Props) => {
  const { opened, title, arrangement, others, layout, click } = props;
  const song = useDocument(roadMapKind, opened);
  useFetchedAhead(OTHER_VIEWS);
  const { document: map, edit, mayEdit } = song;
  const [preview, setPreview] = useState<RoadMap>();
  const timeline = useMemo(() => compile(map, [click]), [map, click]);
  const now = useMemo(() => ({ map, timeline, edit, mayEdit }), [map, timeline, edit, mayEdit]);
  // The drawing may be a frame behind the figures while somebody types fast, and in a long song it
  // waits for a pause.
  const look = useMemo(
    () => (preview ? { map: preview, timeline: compile(preview, [click]) } : now),
    [now, preview, click],
  );
  const drawn = useDeferredValue(
    useSettled(look, Object.keys(map.sections).length > LONG ? PAUSE : 0),
  );
  const rows = useMemo(() => rowsOf(map), [map]);
  const [view, setView] = useState<View>('rows');
  const [places, setPlaces] = useState(false);
  const [zoom, setZoom] = useState<ZoomLevel>(1);
  const [chosen, setChosen] = useState<string>();
  /** Whether the form is shown row by row, with its details at the side. */
  const form = view === 'rows' || view === 'played';
  const section = chosen === undefined ? undefined : map.sections[chosen];
  const selected = section?.id;
  const passages = useMemo(
    () => timeline.passages.filter((one) => one.section === selected),
    [timeline, selected],
  );
  const passage = passages[0];

  const beside = useBesideRecording(title, timeline, map.start.recording);
  const { program } = beside;
  const from =
    view === 'recording'
      ? seconds(Math.max(0, beside.view.start + beside.view.at))
      : passage && passage.startTicks > 0
        ? seconds(program.songs[0]!.barOne + passage.startSeconds)
        : undefined;
  /** Chosen on the profile, in a row or by the finder, it is also where the recording plays from. */
  const startOf = useRef((_: string | undefined): number | undefined => undefined);
  startOf.current = (id) => {
    const first = timeline.passages.find((one) => one.section === id);
    return first && map.start.recording + first.startSeconds;
  };
  const { onAt } = beside.view;
  const go = useCallback(
    (id: string | undefined, time = startOf.current(id)) => {
      setChosen(id);
      if (time !== undefined) onAt(time);
    },
    [onAt],
  );
  const heard = useListening();
  const maps = useMemo(() => [map], [map]);
  const drums = useDrums(program, maps, layout, heard.listening);
  const [loop, setLoop] = useState<Loop>();
  const [practice, setPractice] = useState(USUAL_PRACTICE);
  const practise = useAskedPractice(timeline, (id, next) => {
    setView('practice');
    setChosen(id);
    setPractice(next);
  });
  useProgram({ title, program, from, drums, recording: beside.sounding, loop });

  const { tap, result: tapped } = useTap((perMinute) => {
    const { start } = map;
    const held = section?.tempo?.kind === 'held' ? section.tempo : undefined;
    if (section && held) edit(setField('sections', section.id, 'tempo', { ...held, perMinute }));
    else edit(setStart('tempo', { ...start.tempo, perMinute }));
  });

  const latest = useRef(map);
  latest.current = map;
  const onDrop = useCallback(
    (id: string, on: string) => void edit(moveOnto(latest.current, id, on)),
    [edit],
  );
  const onPart = useCallback(
    (id: string, name: string) => edit(setPart(latest.current, id, name, newId), true),
    [edit],
  );
  const onGroove = useCallback(
    (id: string, name: string) => {
      const set = setGroove(latest.current, id, name);
      return set.ok ? edit(set.value, true) : set.problem;
    },
    [edit],
  );
  const switchView = () => setView((now) => (now === 'played' ? 'rows' : 'played'));
  const togglePlaces = useCallback(() => setPlaces((shown) => !shown), []);
  const tapHere = beside.tapOr(tap);
  const commands = useSongCommands({
    song,
    rows,
    selected,
    setChosen,
    tap: tapHere,
    switchView,
    togglePlaces,
  });
  const here = usePresence(opened.id, selected);
  const history = useHistoryButton(song, props.since);
  const notes = useNotesButton(opened.id);
  const remarks = useRemarks(song, drawn, layout, setChosen);
  const needle = useNeedle(drawn.timeline);
  const handles = useCallback(
    (scale: Scale, stretches: readonly Stretch[]) => (
      <ProfileHandles scale={scale} stretches={stretches} map={drawn.map} edit={edit} />
    ),
    [drawn.map, edit],
  );
  const speed = (passage && speedAt(timeline.tempo, passage.startTicks)) ?? rateOf(map.start.tempo);
  const unit = section?.tempo?.unit ?? map.start.tempo.unit;
  const perMinute = Math.round(perMinuteAt(speed, unit) * 1000) / 1000;

  const tempo = useMemo(() => ({ perMinute, unit }), [perMinute, unit]);

  return (
    <SongProvider value={now}>
      <PractiseProvider value={practise}>
        <DraftsProvider document={opened.id}>
          <Tabs value={view} onChange={(next) => setView(next as View)} keepMounted={false}>
            {props.deleted && (
              <DeletedNotice
                thing={
                  props.deleted === 'song'
                    ? { what: 'song', id: props.song, title }
                    : { what: 'arrangement', id: opened.id, title: arrangement }
                }
                mayEdit={mayEdit}
              />
            )}
            <VisuallyHidden component="h1">{title}</VisuallyHidden>
            <div className={classes.head}>
              <Title song={props.song} title={title} mayEdit={mayEdit} />
              <StartFields tap={tapHere} tapped={tapped} />
              <Arrangements current={arrangement} others={others} />
              <HeadLink
                href={`${opened.id}/kit`}
                label="Kit"
                icon={<IconGridDots size={17} aria-hidden="true" />}
              />
              <HeadLink
                href={`${opened.id}/chart`}
                label="Chart"
                icon={<IconFileText size={17} aria-hidden="true" />}
              />
              {history.button}
              {notes.button}
              {notes.open && notes.notes && (
                <SongNotes
                  document={opened.id}
                  band={props.band}
                  title={title}
                  map={map}
                  selected={selected}
                  notes={notes.notes}
                  onChange={notes.read}
                  onClose={notes.close}
                />
              )}
              {history.open && (
                <SongHistory
                  live={song}
                  title={title}
                  seen={props.since?.seen}
                  onClose={history.close}
                />
              )}
              <FlagList of={`/${props.band}/songs/${opened.id}`} />
              <StageLink href={`/${props.band}/songs/${opened.id}/stage`} />
              <ExportButton
                document={opened.id}
                what="song"
                saved={song.saving.kind === 'saved'}
                hasBars={timeline.bars.length > 0}
                paper={`${opened.id}/chart`}
              />
              {mayEdit && (
                <SongMenu
                  band={props.band}
                  song={props.song}
                  title={title}
                  arrangement={{ id: opened.id, name: arrangement }}
                  others={others}
                />
              )}
            </div>
            <ResizableProfile
              timeline={drawn.timeline}
              unit={map.start.tempo.unit}
              selected={selected}
              zoom={zoom}
              onSelect={go}
              needle={needle}
              {...(mayEdit && { handles })}
            />
            <ViewBar
              here={here}
              compares={others.length > 0}
              song={song}
              said={commands.said}
              remarks={section && remarks}
              asked={{
                timeline,
                offset: map.start.recording,
                meter: passage?.meter ?? map.start.meter,
                speed,
              }}
              onGo={go}
              zoom={zoom}
              onZoom={setZoom}
            />
            {section && form && places && <Ruler key={section.id} section={section} />}
            <Tabs.Panel value={view} className={classes.work} data-details={form}>
              {view === 'text' && <TextView onPreview={setPreview} />}
              {view === 'recording' && (
                <RecordingView
                  song={props.song}
                  demo={props.isRecorded ? `/api/documents/${opened.id}/recording` : undefined}
                  {...beside.view}
                />
              )}
              {view === 'practice' && (
                <PracticeView
                  band={props.band}
                  document={opened.id}
                  program={program}
                  layout={layout}
                  selected={selected}
                  onSelect={go}
                  settings={practice}
                  onSettings={setPractice}
                  onLoop={setLoop}
                  heard={heard}
                  onTap={beside.view.onTap}
                />
              )}
              {view === 'load' && (
                <LoadView
                  map={drawn.map}
                  timeline={drawn.timeline}
                  layout={layout}
                  zoom={zoom}
                  heard={heard}
                />
              )}
              {view === 'click' && (
                <ClickView
                  band={click}
                  section={section}
                  onSelect={go}
                  meter={passage?.meter ?? map.start.meter}
                  quarters={perMinuteAt(speed, 'quarter')}
                />
              )}
              {view === 'compare' && <Compare current={arrangement} others={others} />}
              {view === 'played' && <PlayedTable selected={selected} onSelect={go} />}
              {view === 'rows' && (
                <HereContext value={here}>
                  <SectionTable
                    rows={rows}
                    selected={selected}
                    onSelect={go}
                    onPart={onPart}
                    onGroove={onGroove}
                    onDrop={onDrop}
                    onAdd={commands.add}
                  />
                </HereContext>
              )}
              {form && (
                <Side
                  document={opened.id}
                  drawn={drawn}
                  section={section}
                  tempo={tempo}
                  remarks={remarks}
                  actions={commands.actions}
                  places={places}
                  onPlaces={togglePlaces}
                />
              )}
            </Tabs.Panel>
          </Tabs>
        </DraftsProvider>
      </PractiseProvider>
    </SongProvider>
  );
};
