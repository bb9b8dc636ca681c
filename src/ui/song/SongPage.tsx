'use client';

import Link from 'next/link';
import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { type RoadMap, roadMapKind, sectionsOf } from '@/core/roadmap';
import { soloProgram } from '@/core/set';
import { perMinuteAt, rateOf, type Seconds, seconds } from '@/core/time';
import { compile, speedAt } from '@/core/timeline';
import { type Opened, SaveState, UndoButtons, useDocument } from '../document';
import { Profile, type Scale, type Stretch } from '../profile';
import { TakeAway } from '../shared/TakeAway';
import { useControls, useProgram } from '../transport';
import { Details } from './Details';
import { moveSection, removeSection, setSection, setStart } from './edits';
import { ProfileHandles } from './ProfileHandles';
import { SectionTable } from './SectionTable';
import { StartFields, Title } from './SongHead';
import classes from './SongPage.module.css';
import { useSongCommands } from './useSongCommands';
import { useTap } from './useTap';

type Arrangement = { readonly id: string; readonly name: string };

type Props = {
  readonly opened: Opened<RoadMap>;
  readonly title: string;
  readonly arrangement: string;
  readonly others: readonly Arrangement[];
};

/** A song: its profile above its sections, details of the selected one at the side. */
export const SongPage = ({ opened, title, arrangement, others }: Props) => {
  const song = useDocument(roadMapKind, opened);
  const { document: map, edit, mayEdit } = song;
  const timeline = useMemo(() => compile(map), [map]);
  // The drawing may be a frame behind the figures while somebody types fast.
  const drawn = useDeferredValue(useMemo(() => ({ map, timeline }), [map, timeline]));
  const sections = useMemo(() => sectionsOf(map), [map]);
  const [chosen, setChosen] = useState<string>();
  const selected = chosen !== undefined && map.sections[chosen] ? chosen : undefined;
  const section = selected ? map.sections[selected] : undefined;
  const passage = timeline.passages.find((one) => one.section === selected);

  const program = useMemo(() => soloProgram(title, timeline), [title, timeline]);
  const barOne = program.songs[0]!.barOne;
  const from =
    passage && passage.startTicks > 0 ? seconds(barOne + passage.startSeconds) : undefined;
  useProgram(program, from);

  const tempoHere = section?.tempo?.kind === 'hold' ? section : undefined;
  const { tap, result: tapped } = useTap((perMinute) => {
    if (tempoHere?.tempo)
      edit(
        setSection(tempoHere.id, 'tempo', {
          ...tempoHere.tempo,
          kind: 'hold',
          perMinute,
          unit: tempoHere.tempo.unit,
        }),
      );
    else edit(setStart('tempo', { ...map.start.tempo, perMinute }));
  });

  const move = useCallback(
    (id: string, to: number) => void edit(moveSection(map, id, to)),
    [edit, map],
  );
  const { add, duplicate } = useSongCommands({ song, sections, selected, setChosen, tap });
  const needle = useNeedle(drawn.timeline);
  const handles = useCallback(
    (scale: Scale, stretches: readonly Stretch[]) => (
      <ProfileHandles scale={scale} stretches={stretches} map={drawn.map} edit={edit} />
    ),
    [drawn.map, edit],
  );
  const speed = passage ? speedAt(timeline.tempo, passage.startTicks) : rateOf(map.start.tempo);
  const unit = section?.tempo?.unit ?? map.start.tempo.unit;

  return (
    <div>
      <div className={classes.head}>
        <Title id={opened.id} title={title} mayEdit={mayEdit} />
        <Arrangements current={arrangement} others={others} />
        {mayEdit && <UndoButtons {...song} />}
        <TakeAway document={opened.id} what="song" saved={song.saving === 'saved'} />
      </div>
      <SaveState {...song} />
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
      <div className={classes.work} data-details={section !== undefined}>
        <SectionTable
          sections={sections}
          timeline={timeline}
          selected={selected}
          unit={map.start.tempo.unit}
          mayEdit={mayEdit}
          edit={edit}
          onSelect={setChosen}
          onMove={move}
          onAdd={add}
        />
        {section && (
          <Details
            key={section.id}
            section={section}
            passage={passage}
            tempo={{
              perMinute:
                Math.round(perMinuteAt(speed ?? rateOf(map.start.tempo), unit) * 1000) / 1000,
              unit,
            }}
            mayEdit={mayEdit}
            edit={edit}
            onMove={(by) => move(section.id, sections.indexOf(section) + by)}
            onDuplicate={duplicate}
            onRemove={() => edit(removeSection(section.id))}
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

/** Moves the needle over the profile while the song plays. */
const useNeedle = (timeline: ReturnType<typeof compile>) => {
  const needle = useRef<SVGLineElement>(null);
  const { follow } = useControls();
  useEffect(() => {
    const show = (time: Seconds | undefined) => {
      const line = needle.current;
      const width = line?.ownerSVGElement?.clientWidth ?? 0;
      if (!line) return;
      line.setAttribute('visibility', time === undefined ? 'hidden' : 'visible');
      if (time === undefined) return;
      const share = time / Math.max(1, timeline.lead.seconds + timeline.seconds);
      const x = 16 + Math.min(1, Math.max(0, share)) * (width - 32);
      line.setAttribute('transform', `translate(${x.toFixed(1)} 0)`);
    };
    return follow(show);
  }, [follow, timeline]);
  return needle;
};
