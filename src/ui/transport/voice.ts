import type { Program } from '@/core/set';
import { type Announcement, announcements, placeSpeech } from '@/core/speech';
import type { Utterance } from '@/core/wav';

/** Samples a second of what the server speaks. */
const RATE = 48_000;
/** Requests at the same time. */
const AT_ONCE = 4;

type Line = Pick<Announcement, 'voice' | 'text'>;

/** What has been spoken since the page was opened. */
const heard = new Map<string, Float32Array>();

const keyOf = ({ voice, text }: Line): string => `${voice} ${text}`;

/** What is spoken in a program, fetched from the server; empty where it has no voice. */
export const voiceOf = async (program: Program): Promise<Utterance[]> => {
  const wanted = announcements(program);
  const missing = [...new Map(wanted.map((one) => [keyOf(one), one])).values()].filter(
    (one) => !heard.has(keyOf(one)),
  );
  await Promise.all(
    Array.from({ length: AT_ONCE }, async () => {
      for (let next = missing.pop(); next; next = missing.pop()) await fetchLine(next);
    }),
  );
  const known = wanted.filter((one) => heard.has(keyOf(one)));
  const { spoken } = placeSpeech(known, (one) => heard.get(keyOf(one))!.length / RATE);
  return spoken.map(({ at, text, voice, level, pan }) => {
    return { at, text, samples: heard.get(keyOf({ voice, text }))!, level, pan };
  });
};

const fetchLine = async (line: Line): Promise<void> => {
  const words = encodeURIComponent([...line.text].slice(0, 200).join(''));
  try {
    const answer = await fetch(`/api/speech/${line.voice}?text=${words}`);
    if (!answer.ok) return;
    const samples = new Int16Array(await answer.arrayBuffer());
    heard.set(
      keyOf(line),
      Float32Array.from(samples, (value) => value / 32_767),
    );
  } catch {
    // Without the server it stays unsaid; the click goes on.
  }
};
