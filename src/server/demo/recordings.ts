import 'server-only';
import { existsSync } from 'node:fs';
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { SAMPLE_RATE, wavHeader } from '@/core/files/wav';
import { playedByBand } from '@/core/playing/band';
import { compile } from '@/core/song/timeline';
import { SALTREACH_SONGS } from './songs';

/** Songs of which the demo has a recording to learn them from, and how the made-up band plays them. */
const PLAYED: Readonly<Record<string, { readonly seed: number; readonly speedsUp: number }>> = {
  // Choruses of seven bars.
  'Nine Mile Ferry': { seed: 11, speedsUp: 0 },
  // Gets faster without anybody noticing.
  'Slack Water': { seed: 12, speedsUp: 0.06 },
  // In 6/8.
  'Lantern over the Weir': { seed: 13, speedsUp: 0 },
};

/** None of them is played to a click. */
const DRIFT = 0.008;
const FOLDER = path.join('.data', 'recordings');

export const DEMO_RECORDINGS: readonly string[] = Object.keys(PLAYED);

const pathOf = (title: string): string => path.join(FOLDER, `${title}.wav`);

/** Whether this is the demo, and it has a recording of a song. */
export const hasDemoRecording = (title: string): boolean =>
  process.env.EBRANT_DEMO === '1' && title in PLAYED && existsSync(pathOf(title));

/** The recording of a song as a WAVE file; nothing where the demo has none. */
export const demoRecording = async (title: string): Promise<Uint8Array<ArrayBuffer> | undefined> =>
  hasDemoRecording(title) ? new Uint8Array(await readFile(pathOf(title))) : undefined;

/** Makes the recording of a song, unless it is there: the same samples each time. */
export const makeDemoRecording = async (title: string): Promise<void> => {
  const how = PLAYED[title];
  const map = SALTREACH_SONGS.find((song) => song.title === title)?.arrangements[0]?.[1];
  if (!how || !map || existsSync(pathOf(title))) return;
  const { samples } = playedByBand(map, compile(map), {
    ...how,
    drift: DRIFT,
    sampleRate: SAMPLE_RATE,
  });
  const whole = Int16Array.from(samples, (value) => Math.round(value * 32_767));
  await mkdir(FOLDER, { recursive: true });
  const begun = `${pathOf(title)}.${process.pid}`;
  const head = wavHeader({ bits: 16, layout: 'mono' }, whole.length);
  await writeFile(begun, Buffer.concat([head, Buffer.from(whole.buffer)]));
  await rename(begun, pathOf(title));
};
