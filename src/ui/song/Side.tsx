'use client';

import { useMemo, useRef } from 'react';
import { sharesOf } from '@/core/advice/judgement';
import type { Tempo } from '@/core/music/time';
import type { RoadMap, Section } from '@/core/song/roadmap';
import type { Timeline } from '@/core/song/timeline';
import { FieldsOf } from '../document';
import type { ActionsProps } from './details/Actions';
import { Details } from './details/Details';
import { LastTouched } from './LastTouched';
import { SongPanel } from './panel/SongPanel';
import { useSong } from './SongContext';
import type { LiveRemarks } from './useRemarks';

type Look = { readonly map: RoadMap; readonly timeline: Timeline };

type Props = {
  readonly document: string;
  /** What the profile shows: a frame behind while somebody types fast. */
  readonly drawn: Look;
  readonly section: Section | undefined;
  /** The tempo that holds as the section begins. */
  readonly tempo: Tempo;
  readonly remarks: LiveRemarks;
  readonly actions: Omit<ActionsProps, 'section'>;
  readonly places: boolean;
  readonly onPlaces: () => void;
};

/** Beside the form: the selected section, or the song as a whole. */
export const Side = ({ document: id, drawn, section, remarks, ...actions }: Props) => {
  const now = useSong();
  const { mayEdit, edit } = now;
  const shared = { ...actions, mayEdit, edit };
  // It may be a frame behind, but not while somebody types here.
  const frame = useRef<HTMLDivElement>(null);
  const typingHere = frame.current?.contains(document.activeElement) ?? false;
  const { map, timeline } = typingHere ? now : drawn;
  const shown = section && (map.sections[section.id] ?? section);
  const passages = useMemo(
    () => timeline.passages.filter((one) => one.section === section?.id),
    [timeline, section?.id],
  );
  const shares = useMemo(() => sharesOf(drawn.map, drawn.timeline), [drawn]);
  return (
    <div ref={frame}>
      {shown ? (
        <FieldsOf key={shown.id} record={shown.id}>
          <Details {...shared} map={map} section={shown} passages={passages} />
          <LastTouched document={id} section={shown} />
        </FieldsOf>
      ) : (
        <SongPanel map={map} remarks={remarks} shares={shares} mayEdit={mayEdit} edit={edit} />
      )}
    </div>
  );
};
