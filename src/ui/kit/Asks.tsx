'use client';

import { difficultyOf, type Handed, loadsOf, type Pattern, strainsOf } from '@/core/kit';
import classes from './Kit.module.css';

type Props = {
  readonly pattern: Pattern;
  readonly handed: readonly Handed[];
  readonly secondsPerTick: number;
  readonly tempo: string;
  readonly left: boolean;
};

/** What the pattern asks of each limb at the tempo of the song, and what usually goes wrong in it. */
export const Asks = ({ pattern, handed, secondsPerTick, tempo, left }: Props) => {
  const loads = loadsOf(pattern, handed, secondsPerTick);
  const strains = strainsOf(pattern, handed, secondsPerTick, pattern.kind === 'fill', left);
  const sentences = [...new Set(strains.map(({ sentence }) => sentence))];
  return (
    <section>
      <h3>What it asks at {tempo}</h3>
      {loads.length === 0 && <p className={classes.quiet}>Nothing yet.</p>}
      {loads.length > 0 && (
        <table className={classes.loads}>
          <thead>
            <tr>
              <th aria-label="Limb" />
              <th>strokes</th>
              <th title="Strokes a second over the whole pattern">a second</th>
              <th title="Strokes a second in the fastest pair">fastest</th>
            </tr>
          </thead>
          <tbody>
            {loads.map(({ limb, strokes, perSecond, peak }) => (
              <tr key={limb}>
                <th scope="row">{limb}</th>
                <td>{strokes}</td>
                <td>{perSecond.toFixed(1)}</td>
                <td>{peak.toFixed(1)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className={classes.quiet}>Difficulty {difficultyOf(pattern)} of 5.</p>
      {sentences.map((sentence) => (
        <p key={sentence} className={classes.strain}>
          {sentence}
        </p>
      ))}
      {loads.some(({ peak }) => peak > 8) && (
        <p className={classes.quiet}>
          Long and fast work strains wrists and elbows: warm up, rest between, stop when it hurts,
          and ask a medical professional if it stays.
        </p>
      )}
    </section>
  );
};
