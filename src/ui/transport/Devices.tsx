'use client';

import { Button } from '@mantine/core';
import { useEffect, useState } from 'react';
import type { Port } from '@/audio/midi/port';
import { findPorts } from '@/audio/midi/ports';
import { simulatedDevice } from '@/audio/midi/simulated';
import { jitterHeard, quartersHeard, START, STOP, tempoHeard } from '@/core/playing/clock';
import { Select } from '../shared/Select';
import classes from './TransportBar.module.css';
import { useTransport } from './TransportProvider';

const NONE = '';

/** The machine that runs along by MIDI clock, and may start and stop us. */
const Devices = () => {
  const { port, follows, setPort, setFollows } = useTransport();
  const [ports, setPorts] = useState<readonly Port[]>([]);
  useEffect(() => {
    void findPorts().then(setPorts);
  }, []);
  return (
    <div className={classes.devices}>
      <Select
        label="MIDI device"
        shown
        value={port?.id ?? NONE}
        choices={[[NONE, 'nobody'], ...ports.map(({ id, name }) => [id, name] as const)]}
        onChange={(id) => setPort(ports.find((one) => one.id === id))}
      />
      {port && (
        <Select
          label="Who leads"
          shown
          value={follows ? 'device' : 'ebrant'}
          choices={[
            ['ebrant', 'Ebrant: the device gets its clock'],
            ['device', 'the device: Ebrant follows its clock'],
          ]}
          onChange={(who) => setFollows(who === 'device')}
        />
      )}
      <p>
        24 clocks a quarter, with start, stop and song position. Its start and stop buttons work
        here too. A foot switch works as the keys it sends: Space, N, L, O, P.
      </p>
      {port === simulatedDevice && <Display />}
    </div>
  );
};

export default Devices;

/** What the simulated machine shows. */
const Display = () => {
  const [state, setState] = useState(simulatedDevice.state);
  useEffect(() => {
    const timer = setInterval(() => setState(simulatedDevice.state()), 100);
    return () => clearInterval(timer);
  }, []);
  const [tempo, jitter] = [tempoHeard(state), jitterHeard(state)];
  return (
    <div className={classes.device} data-testid="device">
      <output>
        {state.running ? 'Runs' : 'Waits'}
        {tempo !== undefined && `, ${tempo.toFixed(1)} quarters a minute`}
        {jitter !== undefined && `, ${jitter.toFixed(1)} ms uneven`}
        {`, quarter ${Math.floor(quartersHeard(state)) + 1}`}
      </output>
      <div>
        <Button size="xs" onClick={() => simulatedDevice.press(START)}>
          Its start
        </Button>
        <Button size="xs" onClick={() => simulatedDevice.press(STOP)}>
          Its stop
        </Button>
        <Button size="xs" onClick={() => simulatedDevice.lead(97)}>
          Its clock at 97
        </Button>
        <Button size="xs" onClick={() => simulatedDevice.lead(undefined)}>
          No clock
        </Button>
      </div>
    </div>
  );
};
