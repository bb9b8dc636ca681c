'use client';

import { ActionIcon, Tabs } from '@mantine/core';
import { IconZoomIn, IconZoomOut } from '@tabler/icons-react';
import type { RoadMap } from '@/core/song/roadmap';
import type { Asked } from '@/core/song/timeline';
import { type LiveDocument, SaveState, UndoButtons } from '../document';
import { Here } from '../presence/Here';
import type { Here as Person } from '../presence/presence';
import { ZOOMS } from '../profile';
import { useCommands } from '../shared/commands';
import { Finder } from './Finder';
import { RemarkTools } from './panel/Remarks';
import classes from './SongPage.module.css';
import type { LiveRemarks } from './useRemarks';

/** The ways to look at the form. */
const VIEWS = [
  ['rows', 'As written'],
  ['played', 'As played'],
  ['text', 'Text'],
  ['recording', 'Recording'],
  ['practice', 'Practise'],
  ['load', 'Load'],
  ['click', 'Click'],
  ['compare', 'Compare'],
] as const;

export type View = (typeof VIEWS)[number][0];
export type ZoomLevel = (typeof ZOOMS)[number];

type Props = {
  /** Whether there is another arrangement to compare with. */
  readonly compares: boolean;
  readonly song: LiveDocument<RoadMap>;
  /** Who else is at this song. */
  readonly here: readonly Person[];
  /** What the last command had to say. */
  readonly said: string | undefined;
  /** Shown where the one gone to belongs to what is selected. */
  readonly remarks: LiveRemarks | undefined;
  readonly asked: Asked;
  readonly onGo: (section: string, time?: number) => void;
  readonly zoom: ZoomLevel;
  readonly onZoom: (zoom: ZoomLevel) => void;
};

/** Between profile and form: how the form is shown, what there is to say, and where a time lies. */
export const ViewBar = (props: Props) => {
  const { compares, song, here, said, remarks, asked, onGo, zoom, onZoom } = props;
  const { mayEdit } = song;
  return (
    <div className={classes.bar}>
      <Tabs.List aria-label="View">
        {VIEWS.filter(([id]) => id !== 'compare' || compares).map(([id, label]) => (
          <Tabs.Tab key={id} value={id} px="sm" py={6}>
            {label}
          </Tabs.Tab>
        ))}
      </Tabs.List>
      {said && (
        <output className={classes.said} data-testid="said">
          {said}
        </output>
      )}
      {remarks?.current && (
        <output className={classes.said}>
          {remarks.current.sentence}{' '}
          {mayEdit && <RemarkTools remark={remarks.current} remarks={remarks} />}
        </output>
      )}
      <div className={classes.seek}>
        <Here people={here} nameOf={(id) => song.document.sections[id]?.name} />
        <SaveState {...song} />
        {mayEdit && <UndoButtons {...song} />}
        <Finder asked={asked} onGo={onGo} />
        <Zoom zoom={zoom} onZoom={onZoom} />
      </div>
    </div>
  );
};

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
      <ActionIcon size={30} aria-label="Narrower" disabled={!by(-1)} onClick={() => go(by(-1))}>
        <IconZoomOut size={18} />
      </ActionIcon>
      <ActionIcon size={30} aria-label="Wider" disabled={!by(1)} onClick={() => go(by(1))}>
        <IconZoomIn size={18} />
      </ActionIcon>
    </span>
  );
};
