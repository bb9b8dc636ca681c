'use client';

import { ActionIcon, Text } from '@mantine/core';
import {
  IconArrowsMaximize,
  IconBroadcast,
  IconBroadcastOff,
  IconChevronLeft,
  IconChevronRight,
  IconDoorExit,
  IconFlag,
  IconHandStop,
  IconListDetails,
  IconPlayerPauseFilled,
  IconPlayerPlay,
  IconPlayerPlayFilled,
  IconPlayerSkipForwardFilled,
  IconPlayerStopFilled,
  IconPlayerTrackNextFilled,
  IconPlayerTrackPrevFilled,
  IconWand,
} from '@tabler/icons-react';
import type { ReactNode } from 'react';
import type { TransportState } from '@/core/playing/transport';
import { useTransport } from '../transport';
import { HoldButton } from './HoldButton';
import classes from './Stage.module.css';
import type { Together } from './show/useTogether';
import type { Awake } from './useWakeLock';

type Props = {
  readonly show: Together;
  readonly byHand: boolean;
  readonly awake: Awake;
  readonly onHand: () => void;
  readonly onSection: (by: 1 | -1) => void;
  readonly onSong: (by: 1 | -1) => void;
  readonly onFlag: () => void;
  readonly onMore: () => void;
  readonly onFull: () => void;
  readonly onLeave: () => void;
};

/** What a stick can hit: play or go on by hand, wait, leave the vamp, the next song, follow or conduct. */
export const Controls = (props: Props) => {
  const { show, byHand, awake, onHand, onSection, onSong, onFlag, onMore, onFull, onLeave } = props;
  const { is, plays, page } = useTransport();
  const inSet = ((plays ?? page)?.program.songs.length ?? 0) > 1;
  return (
    <footer className={classes.controls}>
      {byHand && <ByHand onSection={onSection} />}
      {!byHand && !show.follows && <ByClick />}
      {inSet && !show.follows && (
        <>
          <Large label="The song before" onClick={() => onSong(-1)}>
            <IconPlayerTrackPrevFilled size={26} />
          </Large>
          <Large label="The next song" onClick={() => onSong(1)}>
            <IconPlayerTrackNextFilled size={26} />
          </Large>
        </>
      )}
      <Text className={classes.said}>
        {byHand ? 'By hand: a pedal or key goes on' : (WAITS[is] ?? show.words)}
        {awake === 'no' && ' · this browser may turn the screen off'}
      </Text>
      <TogetherKeys show={show} />
      <Large label="Flag this place (F)" onClick={onFlag}>
        <IconFlag size={28} />
      </Large>
      <Large label={byHand ? 'With the click (H)' : 'By hand (H)'} onClick={onHand}>
        <IconHandStop size={28} />
      </Large>
      <Large label="Show more or less (V)" onClick={onMore}>
        <IconListDetails size={28} />
      </Large>
      <Large label="Full screen" onClick={onFull}>
        <IconArrowsMaximize size={26} />
      </Large>
      <HoldButton label="Leave the stage: hold it" onHeld={onLeave}>
        Hold to leave
      </HoldButton>
    </footer>
  );
};

const ByHand = ({ onSection }: Pick<Props, 'onSection'>) => (
  <>
    <Large label="Back a section (Page Up)" onClick={() => onSection(-1)}>
      <IconChevronLeft size={34} />
    </Large>
    <Large label="On to the next section (Page Down)" onClick={() => onSection(1)}>
      <IconChevronRight size={34} />
    </Large>
  </>
);

const ByClick = () => {
  const { is, waits, toggle, move, toggleWait } = useTransport();
  const runs = is !== 'stopped';
  return (
    <>
      <Large label={runs ? 'Stop' : 'Play'} filled onClick={() => toggle()}>
        {runs ? <IconPlayerStopFilled size={30} /> : <IconPlayerPlayFilled size={30} />}
      </Large>
      {runs && (
        <>
          <Large label={waits ? 'Go on (P)' : 'Wait at the bar line (P)'} onClick={toggleWait}>
            {waits ? <IconPlayerPlay size={30} /> : <IconPlayerPauseFilled size={30} />}
          </Large>
          <Large label="Leave the vamp (L)" onClick={() => move('leave')}>
            <IconDoorExit size={30} />
          </Large>
          <Large label="On to the next section (N)" onClick={() => move('on')}>
            <IconPlayerSkipForwardFilled size={30} />
          </Large>
        </>
      )}
    </>
  );
};

/** Follow the conductor or not; take the baton or give it away. */
const TogetherKeys = ({ show }: Pick<Props, 'show'>) => (
  <>
    {show.mayFollow && (
      <Large label={`Follow ${show.conductor}`} onClick={show.toggleFollowing}>
        <IconBroadcast size={28} />
      </Large>
    )}
    {show.follows && (
      <Large label="On my own" onClick={show.toggleFollowing}>
        <IconBroadcastOff size={28} />
      </Large>
    )}
    {show.toggleBaton && (
      <Large
        label={show.conducts ? 'Give the baton away (K)' : 'Conduct the band (K)'}
        filled={show.conducts}
        onClick={show.toggleBaton}
      >
        <IconWand size={28} />
      </Large>
    )}
  </>
);

/** What this device waits for, when it plays by itself or conducts. */
const WAITS: Readonly<Partial<Record<TransportState['is'], string>>> = {
  waiting: 'Everybody waits',
  'waiting-in-vamp': 'Round and round until the cue',
};

type LargeProps = {
  readonly label: string;
  readonly filled?: boolean;
  readonly onClick: () => unknown;
  readonly children: ReactNode;
};

const Large = ({ label, filled = false, onClick, children }: LargeProps) => (
  <ActionIcon
    size={64}
    variant={filled ? 'filled' : 'default'}
    {...(filled && { color: 'ember' })}
    aria-label={label}
    title={label}
    onClick={() => void onClick()}
  >
    {children}
  </ActionIcon>
);
