'use client';

import { Button, VisuallyHidden } from '@mantine/core';
import {
  DIFFICULTIES,
  difficultyOf,
  type Easier,
  easierWays,
  type Figures,
  figuresOf,
  type Layout,
  loadsOf,
  type Pattern,
  type StickedStroke,
  strainsOf,
  troublesOf,
} from '@/core/music/kit';
import classes from './Kit.module.css';

type Props = {
  readonly pattern: Pattern;
  readonly handed: readonly StickedStroke[];
  readonly secondsPerTick: number;
  readonly tempo: string;
  readonly layout: Layout;
  /** Makes a variant of one of the easier ways; left out where nobody may. */
  readonly onEasier: ((way: Easier) => void) | undefined;
};

/** What the pattern asks of each limb at the tempo of the song, what goes wrong in it, what is easier. */
export const Asks = ({ pattern, handed, secondsPerTick, tempo, layout, onEasier }: Props) => {
  const loads = loadsOf(pattern, handed, secondsPerTick);
  const figures = figuresOf(pattern, handed, secondsPerTick);
  const hard = difficultyOf(pattern, handed, secondsPerTick, layout.clean);
  const troubles = troublesOf(pattern, handed, secondsPerTick, layout);
  const strains = strainsOf(pattern, handed, secondsPerTick, pattern.kind === 'fill', layout);
  const sentences = [...new Set([...troubles, ...strains].map(({ sentence }) => sentence))];
  if (loads.length === 0)
    return (
      <section>
        <h2>What it asks at {tempo}</h2>
        <p className={classes.quiet}>Nothing yet.</p>
      </section>
    );
  return (
    <>
      <section aria-label="What it asks">
        <h2>What it asks at {tempo}</h2>
        <table className={classes.loads}>
          <thead>
            <tr>
              <th>
                <VisuallyHidden>Limb</VisuallyHidden>
              </th>
              <th>strokes</th>
              <th title="Strokes a second over the whole pattern">a second</th>
              <th title="Strokes a second in the fastest pair">fastest</th>
            </tr>
          </thead>
          <tbody>
            {loads.map(({ limb, strokes, perSecond, peak }) => {
              const clean = layout.clean[limb];
              const over = clean !== undefined && peak > clean;
              return (
                <tr key={limb} data-over={over}>
                  <th scope="row">{limb}</th>
                  <td>{strokes}</td>
                  <td>{perSecond.toFixed(1)}</td>
                  <td title={clean === undefined ? undefined : `You have logged ${clean} as clean`}>
                    {peak.toFixed(1)}
                    {over && ` > ${clean}`}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
        <ul className={classes.figures}>
          {figureWords(figures).map((words) => (
            <li key={words}>{words}</li>
          ))}
          <li title="By what you have logged as clean for the limb, else by our own table from common practice">
            Difficulty {hard.step} of 5, {DIFFICULTIES[hard.step]}. {hard.why}
          </li>
        </ul>
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
      <EasierWays pattern={pattern} onEasier={onEasier} />
    </>
  );
};

const figureWords = ({ run, together, alone, offsets, spread, moves }: Figures): string[] => [
  ...(run ? [`Fastest run: ${run.strokes} strokes of the ${run.limb}.`] : []),
  `${together} places together, ${alone} of one limb alone${offsets > 1 ? `; the feet fall in ${offsets} different places against the hands` : ''}.`,
  ...(spread > 0 ? [`${spread.toFixed(0)} dB from the softest to the loudest.`] : []),
  ...(moves.count > 0
    ? [
        `${moves.count} moves between surfaces${moves.shortest === undefined ? '' : `, the shortest in ${Math.round(moves.shortest * 1000)} ms`}.`,
      ]
    : []),
];

const EasierWays = ({ pattern, onEasier }: Pick<Props, 'pattern' | 'onEasier'>) => {
  const ways = easierWays(pattern);
  if (!onEasier || ways.length === 0) return null;
  return (
    <section aria-label="Easier ways">
      <h2>Easier ways</h2>
      <ul className={classes.ways}>
        {ways.map((way) => (
          <li key={way.name}>
            <Button
              variant="subtle"
              size="compact-sm"
              h="auto"
              styles={{ label: { whiteSpace: 'normal' } }}
              onClick={() => onEasier(way)}
            >
              {way.name}
            </Button>
            <span>{way.leavesOut}</span>
          </li>
        ))}
      </ul>
    </section>
  );
};
