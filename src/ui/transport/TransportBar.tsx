'use client';

import { ActionIcon } from '@mantine/core';
import {
  IconMinus,
  IconPlayerPlayFilled,
  IconPlayerStopFilled,
  IconPlug,
  IconPlus,
  IconVolume,
} from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useEffect, useRef } from 'react';
import type { Heard } from '@/audio/player';
import { perMinuteAt, seconds, ticks } from '@/core/music/time';
import { songAt } from '@/core/song/set';
import { speedAt, ticksAt } from '@/core/song/timeline';
import { Drop } from '../menus';
import { useCommands } from '../shared/commands';
import { orNothing } from '../shared/orNothing';
import { useFetchedAhead } from '../shared/useFetchedAhead';
import { FromBar } from './FromBar';
import { Live } from './Live';
import classes from './TransportBar.module.css';
import { useTransport } from './TransportProvider';
import { type Piece, RATES } from './transport';
import { wordsAt } from './words';

const loadDevices = () => import('./Devices');
const loadLevels = () => import('./Levels');
const loadMoves = () => import('./Moves');
const PARTS = [loadDevices, loadLevels, loadMoves];
const Devices = dynamic(() => orNothing(loadDevices()), { ssr: false });
const Levels = dynamic(() => orNothing(loadLevels()), { ssr: false });
const Moves = dynamic(() => orNothing(loadMoves()), { ssr: false });

/** At the foot of every place: play and stop, where we are in words, tempo, click level. */
export const TransportBar = () => {
  useFetchedAhead(PARTS);
  const { page, plays, is, toggle } = useTransport();
  const runs = is !== 'stopped';
  const play = {
    id: 'play',
    label: runs ? 'Stop' : 'Play from the selected place',
    keys: 'Space',
    run: () => toggle(),
  };
  useCommands([
    // Where there is nothing to play, Space is the page’s own.
    ...(page || runs ? [play] : []),
    {
      id: 'play-top',
      label: 'Play from the count-in',
      keys: 'Shift+Space',
      run: () => toggle(true),
    },
  ]);
  return (
    <footer className={classes.bar}>
      <ActionIcon
        variant="filled"
        color="ember"
        size={44}
        radius="xl"
        aria-label={runs ? 'Stop' : 'Play'}
        title={runs ? 'Stop (Space)' : 'Play (Space); from the count-in: Shift Space'}
        aria-busy={is === 'preparing'}
        disabled={!runs && (!page || page.program.seconds === 0)}
        onClick={() => toggle()}
      >
        {runs ? <IconPlayerStopFilled size={22} /> : <IconPlayerPlayFilled size={22} />}
      </ActionIcon>
      <Position />
      {plays && plays.href !== page?.href && (
        <Link href={plays.href} className={classes.elsewhere}>
          Back to {plays.title}
        </Link>
      )}
      {!runs && page && <FromBar />}
      {runs && <Moves />}
      <Live />
      <Speed />
      <Level />
    </footer>
  );
};

/** Written straight into the page on every frame: nothing is rendered while the song runs. */
const Position = () => {
  const { page, plays, is, rate: asked, roundRate, notice, followAll } = useTransport();
  const rate = roundRate ?? asked;
  const position = useRef<HTMLElement>(null);
  const where = useRef<HTMLSpanElement>(null);
  const time = useRef<HTMLSpanElement>(null);
  const tempo = useRef<HTMLSpanElement>(null);
  useEffect(() => {
    const put = (element: HTMLElement | null, text: string) => {
      if (element && element.textContent !== text) element.textContent = text;
    };
    const show = (heard: Heard | undefined) => {
      const at = heard ?? (page && startOf(plays ?? page));
      if (!at) {
        for (const { current } of [position, time, tempo]) put(current, '');
        return put(where.current, notice ?? 'Open a set or a song to play its click.');
      }
      const words = wordsAt(at.program, at.place);
      put(position.current, words.position);
      put(where.current, is === 'preparing' ? 'Getting the sounds ready' : (notice ?? words.where));
      put(time.current, words.time);
      put(tempo.current, tempoAt(at, rate));
    };
    show(undefined);
    return followAll(show);
  }, [page, plays, is, rate, notice, followAll]);
  return (
    <div className={classes.position}>
      <strong ref={position} data-testid="position" />
      <span ref={where} data-testid="where" className={`${classes.where} name`} />
      <span ref={tempo} className={classes.tempo} />
      <span ref={time} className={classes.time} />
    </div>
  );
};

const startOf = ({ program, from }: Piece): Heard => ({ program, place: from ?? seconds(0) });

const tempoAt = ({ program, place }: Heard, rate: number): string => {
  const song = songAt(program, place)?.song;
  if (!song) return '';
  const { timeline, barOne } = song;
  const inSong = ticksAt(timeline.tempo, seconds(place - barOne));
  const speed = speedAt(timeline.tempo, ticks(Math.max(0, Math.min(timeline.ticks, inSong))));
  return speed
    ? `${Math.round(perMinuteAt(speed, 'quarter') * rate * 10) / 10} quarters a minute`
    : '';
};

/** How fast, against what is written. */
const Speed = () => {
  const { page, rate: asked, roundRate, setRate } = useTransport();
  // What is practised has a tempo of its own each round.
  const rate = roundRate ?? asked;
  const isFixed = roundRate !== undefined;
  const go = (by: number) => setRate(asked + by);
  useCommands([
    { id: 'slower', label: 'Play slower', keys: '[', run: () => go(-RATES.step) },
    { id: 'faster', label: 'Play faster', keys: ']', run: () => go(RATES.step) },
    { id: 'as-written', label: 'Play as fast as written', run: () => setRate(1) },
  ]);
  if (!page) return null;
  return (
    <span className={classes.speed}>
      <ActionIcon
        aria-label="Slower"
        title="Slower ([)"
        disabled={isFixed || rate <= RATES.slowest}
        onClick={() => go(-RATES.step)}
      >
        <IconMinus size={16} />
      </ActionIcon>
      <output data-testid="rate" data-changed={rate !== 1}>
        {Math.round(rate * 100)} %
      </output>
      <ActionIcon
        aria-label="Faster"
        title="Faster (])"
        disabled={isFixed || rate >= RATES.fastest}
        onClick={() => go(RATES.step)}
      >
        <IconPlus size={16} />
      </ActionIcon>
    </span>
  );
};

/** How loud it is; the machines that run along. */
const Level = () => (
  <div className={classes.level}>
    <Drop face={<IconVolume size={20} />} label="Levels and hearing" position="top-end">
      <Levels />
    </Drop>
    <Drop face={<IconPlug size={20} />} label="Machines that run along" position="top-end">
      <Devices />
    </Drop>
  </div>
);
