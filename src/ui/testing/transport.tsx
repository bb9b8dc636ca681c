import type { ReactNode } from 'react';
import { createPlayer } from '@/audio/player';
import { simulatedOutput } from '@/audio/simulated';
import { soloProgram } from '@/core/song/set';
import { compile } from '@/core/song/timeline';
import { parseShorthand } from '@/core/text/shorthand';
import { CommandProvider } from '../shared/commands';
import { TransportProvider } from '../transport';

/** A song from its short-hand as a program. */
export const songOf = (text: string) => {
  let count = 0;
  const { map } = parseShorthand(text, (where) => `${where}${++count}`);
  return soloProgram('Nine Mile Ferry', compile(map));
};

/** Pages with one transport that plays on simulated speakers. */
export const simulatedTransport = () => {
  const speakers = simulatedOutput();
  const player = createPlayer(speakers.output);
  const page = (children: ReactNode) => (
    <CommandProvider>
      <TransportProvider player={player}>{children}</TransportProvider>
    </CommandProvider>
  );
  return { page, player, speakers };
};
