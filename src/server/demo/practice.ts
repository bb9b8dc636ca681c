import { createHash } from 'node:crypto';
import { mulberry } from '@/core/base/random';
import { USUAL_LAYOUT } from '@/core/music/kit';
import { perform } from '@/core/playing/performance';
import { runSchema } from '@/core/practice/log';
import { type Goal, goalsOf } from '@/core/practice/plan';
import type { RoadMap } from '@/core/song/roadmap';
import { compile } from '@/core/song/timeline';

/** A song of the demo that is practised. */
type Practised = {
  readonly arrangement: string;
  readonly title: string;
  readonly map: RoadMap;
};

/** A row of the log, with when it was. */
export type LogRow = {
  readonly id: string;
  readonly at: Date;
  readonly song: string | null;
  readonly body: unknown;
};

const DAY = 24 * 3600 * 1000;
const DAYS = 21;
/** So many goals are practised on a day, each about so many times until it is clean. */
const A_DAY = 3;

const ELSEWHERE = [
  '20 minutes on the pad: singles and doubles, slowly',
  'Heard the second set through on the train',
  'Paradiddles with the foot on every beat',
];

/**
 * Three weeks of practice, as somebody would have left them who plays four days in five and gets faster, the hard
 * things slower than the others. The same for the same seed.
 */
export const threeWeeks = (
  seed: number,
  songs: readonly Practised[],
  today: Date,
): readonly LogRow[] => {
  const random = mulberry(seed);
  const goals = songs.flatMap(({ arrangement, title, map }) => {
    const timeline = compile(map);
    const notes = perform(map, timeline, USUAL_LAYOUT);
    return goalsOf({ arrangement, title, map, timeline, notes }).filter(
      ({ kind }) => kind === 'groove',
    );
  });
  const reached = new Map<Goal, number>();
  const rows: LogRow[] = [];
  const put = (at: Date, song: string | null, body: object) => {
    const id = idOf(`${seed} ${rows.length}`);
    rows.push({ id, at, song, body: { ...body, id } });
  };
  for (let day = DAYS; day >= 1; day--) {
    if (random() < 0.2) continue;
    const evening = new Date(today.getTime() - day * DAY);
    evening.setHours(18, Math.floor(random() * 40), 0, 0);
    // Each in turn, and what is far off again.
    const turn = (DAYS - day) % Math.max(1, Math.ceil(goals.length / A_DAY));
    goals.slice(turn * A_DAY, (turn + 1) * A_DAY).forEach((goal, index) => {
      const before = reached.get(goal) ?? 0.68 + 0.2 * random();
      const best = Math.min(1, before + 0.02 + 0.06 * random());
      reached.set(goal, best);
      const rounds = 8 + Math.floor(random() * 10);
      put(
        new Date(evening.getTime() + index * 9 * 60_000),
        goal.song,
        runSchema.omit({ id: true }).parse({
          goal: goal.key,
          passage: goal.name.replace(/^the groove of /, ''),
          first: goal.bars.first,
          last: goal.bars.last,
          target: goal.target,
          best: Math.round(goal.target * best),
          rounds,
          clean: Math.round(rounds * (0.6 + 0.35 * random())),
          seconds: 240 + Math.floor(random() * 240),
          late: random() < 0.5 ? null : -0.012 + 0.02 * random(),
          spread: null,
        }),
      );
    });
    if (random() < 0.2)
      put(new Date(evening.getTime() - 3600_000), null, {
        kind: 'by-hand',
        words: ELSEWHERE[Math.floor(random() * ELSEWHERE.length)],
        minutes: 20,
        at: new Date(evening.getTime() - 3600_000).toISOString(),
      });
  }
  return rows;
};

/** A UUID that is always the same for the same words (RFC 9562, version 8). */
const idOf = (words: string): string => {
  const hex = createHash('sha256').update(words).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-8${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
};
