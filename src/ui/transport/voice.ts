import type { Voice } from '@/audio/stems';
import {
  type Announcement,
  announcements,
  type Line,
  placeSpeech,
  resampled,
} from '@/core/playing/speech';
import type { Program } from '@/core/song/set';

/** Samples a second of what the server sends, and of what is played. */
const SENT = 24_000;
const RATE = 48_000;
/** Requests at the same time. */
const AT_ONCE = 4;
/** A server that has its hands full says when to come back; after so many times the words stay unsaid. */
const BUSY = 503;
const MOST_TRIES = 4;

/** What has been spoken since the page was opened. */
const spokenLines = new Map<string, Float32Array>();

const keyOf = ({ voice, text, take }: Line): string => `${voice} ${take} ${text}`;

/** What is spoken in a program, fetched from the server; empty where it has no voice. */
export const voiceOf = async (program: Program): Promise<Voice> => {
  const wanted = announcements(program);
  await fetchAll(wanted);
  return (rate, live) => {
    const due = live ? wanted.filter(({ expected }) => !expected) : wanted;
    return placeSpeech(due, lengthOf, rate).spoken.flatMap((one) => {
      const { at, place, text, level, pan } = one;
      const samples = spokenLines.get(keyOf(one));
      return samples ? { at, of: place, text, samples, level, pan } : [];
    });
  };
};

/** What finds no room at a rate and is left out, in order. */
export const leftOut = async (program: Program, rate: number): Promise<readonly Announcement[]> => {
  const wanted = announcements(program);
  await fetchAll(wanted);
  return [...placeSpeech(wanted, lengthOf, rate).left].sort((a, b) => a.place - b.place);
};

const lengthOf = (line: Line): number | undefined => {
  const samples = spokenLines.get(keyOf(line));
  return samples && samples.length / RATE;
};

/** Everything that may be spoken in a program, once each. */
const linesOf = (wanted: readonly Announcement[]): Line[] => {
  const lines = wanted.flatMap(({ voice, wordings }) =>
    wordings.map(({ text, take }) => ({ voice, text, take })),
  );
  return [...new Map(lines.map((one) => [keyOf(one), one])).values()];
};

/** Where the server speaks a line. */
const pathOf = ({ voice, text, take }: Line): string =>
  `/api/speech/${voice}?rate=${SENT}&take=${take}&text=${encodeURIComponent([...text].slice(0, 200).join(''))}`;

/** Where everything is that may be spoken in a program. */
export const wordsOf = (program: Program): string[] => linesOf(announcements(program)).map(pathOf);

const fetchAll = async (wanted: readonly Announcement[]): Promise<void> => {
  const missing = linesOf(wanted).filter((one) => !spokenLines.has(keyOf(one)));
  await Promise.all(
    Array.from({ length: AT_ONCE }, async () => {
      for (let next = missing.pop(); next; next = missing.pop()) await fetchLine(next);
    }),
  );
};

const fetchLine = async (line: Line): Promise<void> => {
  try {
    let answer = await fetch(pathOf(line));
    for (let tries = 1; answer.status === BUSY && tries < MOST_TRIES; tries++) {
      await pause((Number(answer.headers.get('retry-after')) || 1) * 1000);
      answer = await fetch(pathOf(line));
    }
    if (!answer.ok) return;
    const samples = new Int16Array(await answer.arrayBuffer());
    const sent = Float32Array.from(samples, (value) => value / 32_767);
    spokenLines.set(keyOf(line), resampled(sent, SENT, RATE));
  } catch {
    // Without the server it stays unsaid; the click goes on.
  }
};

const pause = (milliseconds: number) =>
  new Promise<void>((resolve) => setTimeout(resolve, milliseconds));
