'use client';

import { IconFileText, IconZoomIn, IconZoomOut } from '@tabler/icons-react';
import Link from 'next/link';
import { useCallback, useDeferredValue, useMemo, useRef, useState } from 'react';
import { moveOnto, rowsOf, setField, setPart, setStart } from '@/core/editing';
import { sharesOf } from '@/core/judgement';
import { type RoadMap, roadMapKind } from '@/core/roadmap';
import { soloProgram } from '@/core/set';
import { perMinuteAt, rateOf, seconds } from '@/core/time';
import { compile, speedAt } from '@/core/timeline';
import { type Opened, SaveState, UndoButtons, useDocument } from '../document';
import { Profile, type Scale, type Stretch, ZOOMS } from '../profile';
import { useCommands } from '../shared/commands';
import { newId } from '../shared/newId';
import { TakeAway } from '../shared/TakeAway';
import { useProgram } from '../transport';
import { type Arrangement, Arrangements } from './Arrangements';
import { Compare } from './Compare';
import { Details } from './details/Details';
import { PlayedTable } from './PlayedTable';
import { ProfileHandles } from './ProfileHandles';
import { RemarkTools } from './panel/Remarks';
import { SongPanel } from './panel/SongPanel';
import { Ruler } from './ruler/Ruler';
import { SectionTable } from './SectionTable';
import { StartFields, Title } from './SongHead';
import classes from './SongPage.module.css';
import { TextView } from './text/TextView';
import { useNeedle } from './useNeedle';
import { useRemarks } from './useRemarks';
import { useSongCommands } from './useSongCommands';
import { useTap } from './useTap';

type Props = {
  readonly opened: Opened<RoadMap>;
  readonly title: string;
  readonly arrangement: string;
  readonly others: readonly Arrangement[];
};

/** The ways to look at the form. */
const VIEWS = [
  ['rows', 'As written'],
  ['played', 'As played'],
  ['text', 'Text'],
  ['compare', 'Compare'],
] as const;

type View = (typeof VIEWS)[number][0];

/** A song: its profile above its sections, details of the selected one at the side. */
export const SongPage = ({ opened, title, arrangement, others }: Props) => {
  const song = useDocument(roadMapKind, opened);
  const { document: map, edit, mayEdit } = song;
  const [preview, setPreview] = useState<RoadMap>();
  const timeline = useMemo(() => compile(map), [map]);
  // The drawing may be a frame behind the figures while somebody types fast.
  const drawn = useDeferredValue(
    useMemo(
      () => (preview ? { map: preview, timeline: compile(preview) } : { map, timeline }),
      [map, timeline, preview],
    ),
  );
  const rows = useMemo(() => rowsOf(map), [map]);
  const [view, setView] = useState<View>('rows');
  const [places, setPlaces] = useState(false);
  const [zoom, setZoom] = useState<(typeof ZOOMS)[number]>(1);
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

  const program = useMemo(() => soloProgram(title, timeline), [title, timeline]);
  const from =
    passage && passage.startTicks > 0
      ? seconds(program.songs[0]!.barOne + passage.startSeconds)
      : undefined;
  useProgram(program, from);

  const { tap, result: tapped } = useTap((perMinute) => {
    const { start } = map;
    const held = section?.tempo?.kind === 'hold' ? section.tempo : undefined;
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
  const switchView = () => setView((now) => (now === 'played' ? 'rows' : 'played'));
  const togglePlaces = useCallback(() => setPlaces((shown) => !shown), []);
  const commands = useSongCommands({
    song,
    rows,
    selected,
    setChosen,
    tap,
    switchView,
    togglePlaces,
  });
  const remarks = useRemarks(song, drawn, setChosen);
  const shares = useMemo(() => sharesOf(drawn.map, drawn.timeline), [drawn]);
  const needle = useNeedle(drawn.timeline);
  const handles = useCallback(
    (scale: Scale, stretches: readonly Stretch[]) => (
      <ProfileHandles scale={scale} stretches={stretches} map={drawn.map} edit={edit} />
    ),
    [drawn.map, edit],
  );
  const speed = passage ? speedAt(timeline.tempo, passage.startTicks) : rateOf(map.start.tempo);
  const unit = section?.tempo?.unit ?? map.start.tempo.unit;
  const perMinute = Math.round(perMinuteAt(speed ?? rateOf(map.start.tempo), unit) * 1000) / 1000;

  const tempo = useMemo(() => ({ perMinute, unit }), [perMinute, unit]);

  // What stands at the side may be a frame behind too, but not while somebody types there.
  const side = useRef<HTMLDivElement>(null);
  const typingThere = side.current?.contains(document.activeElement) ?? false;
  const beside = typingThere ? { map, timeline } : drawn;
  const sideSection = (selected && beside.map.sections[selected]) || section;
  const sidePassages = useMemo(
    () => beside.timeline.passages.filter((one) => one.section === selected),
    [beside.timeline, selected],
  );

  return (
    <div>
      <div className={classes.head}>
        <Title id={opened.id} title={title} mayEdit={mayEdit} />
        <SaveState {...song} />
        <Arrangements id={opened.id} current={arrangement} others={others} mayEdit={mayEdit} />
        {mayEdit && (
          <UndoButtons
            canUndo={song.canUndo}
            canRedo={song.canRedo}
            undo={song.undo}
            redo={song.redo}
          />
        )}
        <Link href={`${opened.id}/chart`} className={classes.chart}>
          <IconFileText size={16} aria-hidden="true" /> Chart
        </Link>
        <TakeAway document={opened.id} what="song" saved={song.saving === 'saved'} />
      </div>
      <StartFields
        map={map}
        timeline={timeline}
        mayEdit={mayEdit}
        edit={edit}
        tap={tap}
        tapped={tapped}
      />
      <Profile
        timeline={drawn.timeline}
        unit={map.start.tempo.unit}
        selected={selected}
        zoom={zoom}
        onSelect={setChosen}
        needle={needle}
        {...(mayEdit && { handles })}
      />
      <div className={classes.views} role="tablist" aria-label="View">
        {VIEWS.filter(([id]) => id !== 'compare' || others.length > 0).map(([id, label]) => (
          <button
            key={id}
            type="button"
            role="tab"
            aria-selected={view === id}
            onClick={() => setView(id)}
          >
            {label}
          </button>
        ))}
        {commands.said && (
          <output className={classes.said} data-testid="said">
            {commands.said}
          </output>
        )}
        {remarks.current && section && (
          <output className={classes.said}>
            {remarks.current.sentence}{' '}
            {mayEdit && <RemarkTools remark={remarks.current} remarks={remarks} />}
          </output>
        )}
        <Zoom zoom={zoom} onZoom={setZoom} />
      </div>
      {section && form && places && (
        <Ruler key={section.id} map={map} section={section} mayEdit={mayEdit} edit={edit} />
      )}
      <div className={classes.work} data-details={form}>
        {view === 'text' && (
          <TextView map={map} mayEdit={mayEdit} edit={edit} onPreview={setPreview} />
        )}
        {view === 'compare' && <Compare map={map} current={arrangement} others={others} />}
        {view === 'played' && (
          <PlayedTable timeline={timeline} map={map} selected={selected} onSelect={setChosen} />
        )}
        {view === 'rows' && (
          <SectionTable
            map={map}
            rows={rows}
            timeline={timeline}
            selected={selected}
            unit={map.start.tempo.unit}
            mayEdit={mayEdit}
            edit={edit}
            onSelect={setChosen}
            onPart={onPart}
            onDrop={onDrop}
            onAdd={commands.add}
          />
        )}
        {form && (
          <div ref={side}>
            {!section && (
              <SongPanel
                map={beside.map}
                timeline={beside.timeline}
                remarks={remarks}
                shares={shares}
                mayEdit={mayEdit}
                edit={edit}
              />
            )}
            {section && sideSection && (
              <Details
                key={sideSection.id}
                map={beside.map}
                section={sideSection}
                passages={sidePassages}
                tempo={tempo}
                mayEdit={mayEdit}
                edit={edit}
                actions={commands.actions}
                places={places}
                onPlaces={togglePlaces}
              />
            )}
          </div>
        )}
      </div>
    </div>
  );
};

type ZoomLevel = (typeof ZOOMS)[number];

const Zoom = ({
  zoom,
  onZoom,
}: {
  readonly zoom: ZoomLevel;
  readonly onZoom: (zoom: ZoomLevel) => void;
}) => {
  const by = (step: 1 | -1) => ZOOMS[ZOOMS.indexOf(zoom) + step];
  const go = (next: ZoomLevel | undefined) => next && onZoom(next);
  useCommands([
    { id: 'wider', label: 'Draw the profile wider', keys: '+', run: () => go(by(1)) },
    { id: 'narrower', label: 'Draw the profile narrower', keys: '-', run: () => go(by(-1)) },
  ]);
  return (
    <span className={classes.zoom}>
      <button type="button" aria-label="Narrower" disabled={!by(-1)} onClick={() => go(by(-1))}>
        <IconZoomOut size={18} />
      </button>
      <button type="button" aria-label="Wider" disabled={!by(1)} onClick={() => go(by(1))}>
        <IconZoomIn size={18} />
      </button>
    </span>
  );
};
