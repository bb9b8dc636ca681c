'use client';

import Link from 'next/link';
import { useCallback, useDeferredValue, useMemo, useRef, useState } from 'react';
import { moveOnto, rowsOf, setField, setPart, setStart } from '@/core/editing';
import { type RoadMap, roadMapKind } from '@/core/roadmap';
import { soloProgram } from '@/core/set';
import { perMinuteAt, rateOf, seconds } from '@/core/time';
import { compile, speedAt } from '@/core/timeline';
import { type Opened, SaveState, UndoButtons, useDocument } from '../document';
import { Profile, type Scale, type Stretch } from '../profile';
import { newId } from '../shared/newId';
import { TakeAway } from '../shared/TakeAway';
import { useProgram } from '../transport';
import { Details } from './details/Details';
import { PlayedTable } from './PlayedTable';
import { ProfileHandles } from './ProfileHandles';
import { SectionTable } from './SectionTable';
import { StartFields, Title } from './SongHead';
import classes from './SongPage.module.css';
import { useNeedle } from './useNeedle';
import { useSongCommands } from './useSongCommands';
import { useTap } from './useTap';

type Arrangement = { readonly id: string; readonly name: string };

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
] as const;

type View = (typeof VIEWS)[number][0];

/** A song: its profile above its sections, details of the selected one at the side. */
export const SongPage = ({ opened, title, arrangement, others }: Props) => {
  const song = useDocument(roadMapKind, opened);
  const { document: map, edit, mayEdit } = song;
  const timeline = useMemo(() => compile(map), [map]);
  // The drawing may be a frame behind the figures while somebody types fast.
  const drawn = useDeferredValue(useMemo(() => ({ map, timeline }), [map, timeline]));
  const rows = useMemo(() => rowsOf(map), [map]);
  const [view, setView] = useState<View>('rows');
  const [chosen, setChosen] = useState<string>();
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
  const commands = useSongCommands({ song, rows, selected, setChosen, tap, switchView });
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

  return (
    <div>
      <div className={classes.head}>
        <Title id={opened.id} title={title} mayEdit={mayEdit} />
        <SaveState {...song} />
        <Arrangements current={arrangement} others={others} />
        {mayEdit && <UndoButtons {...song} />}
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
        onSelect={setChosen}
        needle={needle}
        {...(mayEdit && { handles })}
      />
      <div className={classes.views} role="tablist" aria-label="View">
        {VIEWS.map(([id, label]) => (
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
      </div>
      <div className={classes.work} data-details={section !== undefined}>
        {view === 'played' ? (
          <PlayedTable timeline={timeline} map={map} selected={selected} onSelect={setChosen} />
        ) : (
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
        {section && (
          <Details
            key={section.id}
            map={map}
            section={section}
            passages={passages}
            tempo={{ perMinute, unit }}
            mayEdit={mayEdit}
            edit={edit}
            actions={commands.actions}
          />
        )}
      </div>
    </div>
  );
};

const Arrangements = ({
  current,
  others,
}: {
  readonly current: string;
  readonly others: readonly Arrangement[];
}) => (
  <span className={classes.arrangements}>
    {current}
    {others.map(({ id, name }) => (
      <Link key={id} href={id}>
        {name}
      </Link>
    ))}
  </span>
);
