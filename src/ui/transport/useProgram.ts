'use client';

import { usePathname } from 'next/navigation';
import { useEffect, useMemo } from 'react';
import type { Content, Recording } from '@/audio/stems';
import type { Seconds } from '@/core/music/time';
import type { Loop } from '@/core/playing/transport';
import type { Program } from '@/core/song/set';
import { onceFinished } from './onceFinished';
import { useControls } from './TransportProvider';
import type { MakeDrums } from './useDrums';

type Options = {
  /** The page that it belongs to, where that is not the one in sight. */
  readonly href?: string;
  readonly title: string;
  readonly program: Program;
  /** Where Space starts; the beginning where left out. */
  readonly from?: Seconds | undefined;
  readonly drums?: MakeDrums | undefined;
  readonly recording?: Recording | undefined;
  /** What Space plays over and over instead. */
  readonly loop?: Loop | undefined;
};

/** So long (ms) after a page is there, what is spoken in it is fetched. */
const AHEAD = 1500;

/** Puts a program under the transport, with what is spoken and played to it. */
export const useProgram = (options: Options): void => {
  const { title, program, from, drums, recording, loop } = options;
  const { load } = useControls();
  const path = usePathname();
  const href = options.href ?? path;
  const voice = useMemo(() => speaks(program), [program]);
  const complete = useMemo(() => {
    if (!drums && !voice && !recording) return undefined;
    let content: Promise<Content> | undefined;
    return () => {
      content ??= (async () => ({
        program,
        drums: await drums?.(),
        voice: voice ? await (await import('./voice')).voiceOf(program) : undefined,
        recording,
      }))();
      return content;
    };
  }, [program, drums, voice, recording]);
  // What sounds follows a value that is finished, not each of its digits.
  useEffect(
    () =>
      onceFinished(() =>
        load({
          href,
          title,
          program,
          from,
          complete,
          drums: drums !== undefined,
          voice,
          recording: recording !== undefined,
          loop,
        }),
      ),
    [load, href, title, program, from, complete, drums, voice, recording, loop],
  );
  useEffect(() => () => load(undefined), [load]);
  useEffect(() => {
    if (!voice || !complete) return;
    const timer = setTimeout(() => void complete().catch(() => undefined), AHEAD);
    return () => clearTimeout(timer);
  }, [voice, complete]);
};

const speaks = ({ songs }: Program): boolean =>
  songs.some(
    ({ timeline, aloud }) =>
      aloud !== undefined ||
      timeline.passages.some(
        ({ clickSettings }) =>
          clickSettings.sayNames ||
          clickSettings.sayCount ||
          clickSettings.sayLast ||
          clickSettings.sayCues,
      ),
  );
