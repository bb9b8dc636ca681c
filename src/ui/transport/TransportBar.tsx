'use client';

import {
  IconEar,
  IconPlayerPlayFilled,
  IconPlayerStopFilled,
  IconPlug,
  IconVolume,
} from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import { useEffect, useRef } from 'react';
import { LEVEL_RANGE } from '@/core/click';
import { songAt } from '@/core/set';
import { perMinuteAt, type Seconds, seconds, ticks } from '@/core/time';
import { speedAt, ticksAt } from '@/core/timeline';
import { useCommands } from '../shared/commands';
import { Drop } from '../shared/Drop';
import { Live } from './Live';
import classes from './TransportBar.module.css';
import { type Loaded, RATES, useTransport } from './TransportProvider';
import { wordsAt } from './words';

const Devices = dynamic(() => import('./Devices'), { ssr: false });
const Moves = dynamic(() => import('./Moves'), { ssr: false });
const Hearing = dynamic(() => import('./Hearing'));

/** At the foot of every place: play and stop, where we are in words, tempo, click level. */
export const TransportBar = () => {
  const { loaded, playing, toggle } = useTransport();
  useCommands([
    {
      id: 'play',
      label: playing ? 'Stop' : 'Play from the selected place',
      keys: 'Space',
      run: () => toggle(),
    },
    {
      id: 'play-top',
      label: 'Play from the count-in',
      keys: 'Shift+Space',
      run: () => toggle(true),
    },
  ]);
  return (
    <footer className={classes.bar}>
      <button
        type="button"
        className={classes.play}
        aria-label={playing ? 'Stop' : 'Play'}
        title={playing ? 'Stop (Space)' : 'Play (Space); from the count-in: Shift Space'}
        disabled={!loaded || loaded.program.seconds === 0}
        onClick={() => toggle()}
      >
        {playing ? <IconPlayerStopFilled size={22} /> : <IconPlayerPlayFilled size={22} />}
      </button>
      <Position />
      {playing && <Moves />}
      <Live />
      <Speed />
      <Level />
    </footer>
  );
};

/** Written straight into the page on every frame: nothing is rendered while the song runs. */
const Position = () => {
  const { loaded, rate, follow } = useTransport();
  const position = useRef<HTMLElement>(null);
  const where = useRef<HTMLSpanElement>(null);
  const time = useRef<HTMLSpanElement>(null);
  const tempo = useRef<HTMLSpanElement>(null);
  useEffect(() => {
    const put = (element: HTMLElement | null, text: string) => {
      if (element && element.textContent !== text) element.textContent = text;
    };
    const show = (at: Seconds | undefined) => {
      if (!loaded) {
        for (const { current } of [position, time, tempo]) put(current, '');
        return put(where.current, 'Open a set or a song to play its click.');
      }
      const words = wordsAt(loaded.program, at ?? loaded.from ?? seconds(0));
      put(position.current, words.position);
      put(where.current, words.where);
      put(time.current, words.time);
      put(tempo.current, tempoAt(loaded, at, rate));
    };
    show(undefined);
    return follow(show);
  }, [loaded, rate, follow]);
  return (
    <div className={classes.position}>
      <strong ref={position} data-testid="position" />
      <span ref={where} data-testid="where" className={`${classes.where} name`} />
      <span ref={tempo} className={classes.tempo} />
      <span ref={time} className={classes.time} />
    </div>
  );
};

const tempoAt = ({ program, from }: Loaded, at: Seconds | undefined, rate: number): string => {
  const time = at ?? from ?? seconds(0);
  const place = songAt(program, time);
  if (!place) return '';
  const { timeline, barOne } = place.song;
  const inSong = ticksAt(timeline.tempo, seconds(time - barOne));
  const speed = speedAt(timeline.tempo, ticks(Math.max(0, Math.min(timeline.ticks, inSong))));
  return speed
    ? `${Math.round(perMinuteAt(speed, 'quarter') * rate * 10) / 10} quarters a minute`
    : '';
};

/** How fast, against what is written. */
const Speed = () => {
  const { loaded, rate, setRate } = useTransport();
  const go = (by: number) => setRate(rate + by);
  useCommands([
    { id: 'slower', label: 'Play slower', keys: '[', run: () => go(-RATES.step) },
    { id: 'faster', label: 'Play faster', keys: ']', run: () => go(RATES.step) },
    { id: 'as-written', label: 'Play as fast as written', run: () => setRate(1) },
  ]);
  if (!loaded) return null;
  return (
    <span className={classes.speed}>
      <button
        type="button"
        aria-label="Slower"
        title="Slower ([)"
        disabled={rate <= RATES.slowest}
        onClick={() => go(-RATES.step)}
      >
        −
      </button>
      <output data-testid="rate" data-changed={rate !== 1}>
        {Math.round(rate * 100)} %
      </output>
      <button
        type="button"
        aria-label="Faster"
        title="Faster (])"
        disabled={rate >= RATES.fastest}
        onClick={() => go(RATES.step)}
      >
        +
      </button>
    </span>
  );
};

const Level = () => {
  const { loaded, levels, setLevels } = useTransport();
  const slider = (what: 'click' | 'drums', label: string) => (
    <input
      type="range"
      aria-label={label}
      title={`${label}: ${levels[what] <= LEVEL_RANGE.lowest && what === 'drums' ? 'off' : `${levels[what]} dB`}`}
      min={LEVEL_RANGE.lowest}
      max={LEVEL_RANGE.highest}
      value={levels[what]}
      onChange={({ currentTarget }) => setLevels({ [what]: currentTarget.valueAsNumber })}
    />
  );
  return (
    <div className={classes.level}>
      <IconVolume size={18} aria-hidden="true" />
      {slider('click', 'Click level')}
      {loaded?.drums && (
        <>
          <span className={classes.drums}>drums</span>
          {slider('drums', 'Drum level')}
        </>
      )}
      <Drop face={<IconPlug size={20} />} label="Machines that run along" above>
        <Devices />
      </Drop>
      <Drop face={<IconEar size={20} />} label="About loudness and hearing" above>
        <Hearing />
      </Drop>
    </div>
  );
};
