'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Layout } from '@/core/music/kit';
import type { RoadMap } from '@/core/song/roadmap';
import type { Program } from '@/core/song/set';
import { stageSong } from '@/core/song/stage';
import { useCommands } from '../shared/commands';
import { newId } from '../shared/newId';
import { beReadyToTell, tell } from '../shared/tell';
import { useDrums, useProgram, useTransport } from '../transport';
import { step, stopsOf } from './byHand';
import { Controls } from './Controls';
import { useFlags } from './flags';
import { MomentView, type StageNote } from './MomentView';
import classes from './Stage.module.css';
import { StageProfile } from './StageProfile';
import { DENSITIES, resized, useStageSettings } from './settings';
import { useTogether } from './show/useTogether';
import { useMoment } from './useMoment';
import { useWakeLock } from './useWakeLock';

export type StageProps = {
  readonly title: string;
  readonly program: Program;
  /** The road maps of its songs, as they are played, in order. */
  readonly maps: readonly RoadMap[];
  /** The member's own kit. */
  readonly layout: Layout;
  /** The pages of its songs, in order. */
  readonly pages: readonly string[];
  readonly slotMinutes: number | null;
  /** The notes at its songs, in order. */
  readonly notes?: readonly (readonly StageNote[])[];
  /** The set that it is, which others may play along. */
  readonly set?: string;
  /** Whether the member may conduct it. */
  readonly mayConduct?: boolean;
  /** The page that it belongs to, and that one goes back to. */
  readonly back: string;
};

/** The set or song as it is played: dark, large, nothing to scroll. */
export const StagePage = (props: StageProps) => {
  const { title, program, maps, pages, layout, slotMinutes, back, set, mayConduct = false } = props;
  const router = useRouter();
  const songs = useMemo(
    () =>
      program.songs.flatMap(({ title: of, timeline }, index) => {
        const map = maps[index];
        return map ? [stageSong(of, map, timeline)] : [];
      }),
    [program, maps],
  );
  const drums = useDrums(program, maps, layout);
  useProgram({ href: back, title, program, drums });
  const { is, toggle, playFrom, followAll } = useTransport();
  const [settings, setSettings] = useStageSettings();
  const [byHand, setByHand] = useState<number>();
  const show = useTogether({
    set,
    program,
    mayConduct,
    mayFollow: is === 'stopped' && byHand === undefined,
  });
  const plays = is !== 'stopped' && byHand === undefined;
  const follow = show.follow ?? (plays ? followAll : undefined);
  const moment = useMoment(program, songs, byHand, follow);
  const awake = useWakeLock();
  const frame = useRef<HTMLDivElement>(null);
  const sections = useMemo(() => stopsOf(program, 'section'), [program]);
  const bars = useMemo(() => stopsOf(program, 'bar'), [program]);
  const go = useCallback(
    (stops: readonly number[], by: 1 | -1) =>
      setByHand((place) => step(stops, place ?? (program.songs[0]?.barOne ?? 0) - 1, by)),
    [program],
  );
  useEffect(beReadyToTell, []);
  const leave = useCallback(() => router.push(back), [router, back]);
  useEscapeHeld(leave);
  const takeInHand = () => {
    if (is !== 'stopped') toggle();
    setByHand((place) => (place === undefined ? program.songs[0]?.start : undefined));
  };
  const resize = (by: 1 | -1) => setSettings((now) => ({ ...now, size: resized(now.size, by) }));
  const densify = () =>
    setSettings((now) => ({
      ...now,
      density: DENSITIES[(DENSITIES.indexOf(now.density) + 1) % DENSITIES.length] ?? 'usual',
    }));
  const { put } = useFlags(back);
  const flag = () => {
    if (moment.phase === 'over') return;
    const [section, bar] =
      moment.phase === 'song' ? [moment.name, moment.bar] : ['before it begins', 0];
    put({
      id: newId(),
      at: new Date().toISOString(),
      title: moment.title,
      song: pages[moment.song] ?? back,
      section,
      bar,
      words: '',
    });
    void tell({ words: `Flagged: ${moment.title}, ${section}${bar > 0 ? `, bar ${bar}` : ''}` });
  };
  const turnLight = () => setSettings((now) => ({ ...now, light: !now.light }));
  useCommands([
    { id: 'stage-hand', label: 'Stage: by hand, or with the click', keys: 'H', run: takeInHand },
    { id: 'stage-flag', label: 'Stage: flag this place', keys: 'F', run: flag },
    { id: 'stage-more', label: 'Stage: show more or less', keys: 'V', run: densify },
    ...(show.toggleBaton
      ? [
          {
            id: 'stage-conduct',
            label: 'Stage: conduct the band, or give the baton away',
            keys: 'K',
            run: show.toggleBaton,
          },
        ]
      : []),
    { id: 'stage-light', label: 'Stage: light or dark', keys: 'D', run: turnLight },
    { id: 'stage-larger', label: 'Stage: larger', keys: '+', run: () => resize(1) },
    { id: 'stage-smaller', label: 'Stage: smaller', keys: '-', run: () => resize(-1) },
    ...(byHand === undefined
      ? []
      : ([
          ['PageDown', sections, 1],
          ['PageUp', sections, -1],
          ['ArrowDown', sections, 1],
          ['ArrowUp', sections, -1],
          ['ArrowRight', bars, 1],
          ['ArrowLeft', bars, -1],
        ] as const)
    ).map(([keys, stops, by]) => ({
      id: `stage-${keys}`,
      label: `Stage, by hand: ${by > 0 ? 'on' : 'back'} a ${stops === bars ? 'bar' : 'section'}`,
      keys,
      hidden: true,
      run: () => go(stops, by),
    })),
  ]);
  return (
    <div
      ref={frame}
      className={classes.stage}
      data-light={settings.light}
      data-density={settings.density}
      style={{ '--size': settings.size } as React.CSSProperties}
    >
      <MomentView
        moment={moment}
        program={program}
        songs={songs}
        density={settings.density}
        notes={moment.phase === 'over' ? [] : (props.notes?.[moment.song] ?? [])}
        slotMinutes={slotMinutes}
        following={follow !== undefined}
      />
      <StageProfile
        program={program}
        song={moment.phase === 'over' ? program.songs.length - 1 : moment.song}
        byHand={byHand}
        follow={follow}
      />
      <Controls
        show={show}
        byHand={byHand !== undefined}
        awake={awake}
        onHand={takeInHand}
        onSection={(by) => go(sections, by)}
        onSong={(by) => {
          const at = moment.phase === 'over' ? program.songs.length : moment.song;
          const song = program.songs[Math.max(0, Math.min(program.songs.length - 1, at + by))];
          if (!song) return;
          if (byHand === undefined) playFrom(song.start);
          else setByHand(song.start);
        }}
        onFlag={flag}
        onMore={densify}
        onFull={() => void toggleFull(frame.current)}
        onLeave={leave}
      />
    </div>
  );
};

const toggleFull = async (element: HTMLElement | null): Promise<void> => {
  if (document.fullscreenElement) return document.exitFullscreen();
  await element?.requestFullscreen?.().catch(() => undefined);
};

/** Held so long it leads back; a touch of it does not. */
const HELD = 800;

const useEscapeHeld = (leave: () => void) => {
  useEffect(() => {
    let since: number | undefined;
    const press = (event: KeyboardEvent) => {
      if (event.key !== 'Escape') return;
      since ??= event.timeStamp;
      if (event.timeStamp - since >= HELD) leave();
    };
    const release = ({ key }: KeyboardEvent) => {
      if (key === 'Escape') since = undefined;
    };
    window.addEventListener('keydown', press);
    window.addEventListener('keyup', release);
    return () => {
      window.removeEventListener('keydown', press);
      window.removeEventListener('keyup', release);
    };
  }, [leave]);
};
