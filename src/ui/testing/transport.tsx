import { MantineProvider } from '@mantine/core';
import type { ReactNode } from 'react';
import { createPlayer } from '@/audio/player';
import { simulatedOutput } from '@/audio/simulated';
import { soloProgram } from '@/core/song/set';
import { compile } from '@/core/song/timeline';
import { roadMapFrom } from '@/core/text/shorthand';
import { CommandProvider } from '../shared/commands';
import { TransportProvider } from '../transport';

/** A song from its short-hand as a program. */
export const songOf = (text: string) => soloProgram('Nine Mile Ferry', compile(roadMapFrom(text)));

// The browser of the tests has neither; the component library asks for both.
window.matchMedia ??= (query: string) =>
  Object.assign(new EventTarget(), {
    matches: false,
    media: query,
    onchange: null,
    addListener: () => undefined,
    removeListener: () => undefined,
  });
window.ResizeObserver ??= class {
  observe() {}
  unobserve() {}
  disconnect() {}
};

/** Pages with one transport that plays on simulated speakers. */
export const simulatedTransport = () => {
  const speakers = simulatedOutput();
  const player = createPlayer(speakers.output);
  const page = (children: ReactNode) => (
    <MantineProvider env="test">
      <CommandProvider>
        <TransportProvider player={player}>{children}</TransportProvider>
      </CommandProvider>
    </MantineProvider>
  );
  return { page, player, speakers };
};
