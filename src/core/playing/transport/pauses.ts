import { type Seconds, seconds } from '../../music/time';
import type { Program } from '../../song/set';

/** What in a file lasts as long as is expected and live until somebody gives the cue. */
export type Pause = {
  /** The same after an edit elsewhere: song, section, pass, and the fermata. */
  readonly key: string;
  readonly cue: string;
  readonly from: Seconds;
  readonly to: Seconds;
} & (
  | {
      /** Goes round until it is left. */
      readonly of: 'vamp';
    }
  | {
      /** Time stands still at its beginning, and goes on at its end. */
      readonly of: 'fermata';
    }
);

const known = new WeakMap<Program, readonly Pause[]>();

/**
 * The vamps and the fermatas with a cue of a program, in order. Of a vamp that is expected to go
 * round several times it is the last time that repeats.
 *
 * @example a vamp of 4 bars played 3 times: its third time goes round
 */
export const pausesOf = (program: Program): readonly Pause[] => {
  const pauses = known.get(program) ?? found(program);
  known.set(program, pauses);
  return pauses;
};

const found = ({ songs }: Program): readonly Pause[] =>
  songs
    .flatMap(({ id, barOne, timeline }): Pause[] => {
      const inPassage = (index: number) => {
        const passage = timeline.passages[index];
        return `${id} ${passage?.section} ${passage?.pass}`;
      };
      const vamps = timeline.passages.flatMap((passage, index) =>
        passage.vamp === undefined || passage.time < passage.times
          ? []
          : {
              of: 'vamp' as const,
              key: inPassage(index),
              cue: passage.vamp,
              from: seconds(barOne + passage.startSeconds),
              to: seconds(barOne + passage.startSeconds + passage.seconds),
            },
      );
      const fermatas = timeline.fermatas.flatMap((fermata) =>
        fermata.cue === ''
          ? []
          : {
              of: 'fermata' as const,
              key: `${inPassage(fermata.passage)} ${fermata.id}`,
              cue: fermata.cue,
              from: seconds(barOne + fermata.startSeconds),
              to: seconds(barOne + fermata.startSeconds + fermata.seconds),
            },
      );
      return [...vamps, ...fermatas];
    })
    .sort((a, b) => a.from - b.from);
