import { LEVELS, type Level, type LevelRange } from '@/core/song/roadmap';
import { Segments } from '../../shared/Segments';
import classes from './Details.module.css';

type LevelsProps = {
  readonly level: LevelRange;
  readonly onChange: (level: LevelRange) => void;
};

/** How loud a section begins and ends. */
export const Levels = ({ level, onChange }: LevelsProps) => (
  <div className={classes.group}>
    <h3>Level</h3>
    {(['from', 'to'] as const).map((end) => (
      <div key={end} className={classes.level}>
        <span>{end === 'from' ? 'begins' : 'ends'}</span>
        <Segments
          label={end === 'from' ? 'Level at the beginning' : 'Level at the end'}
          value={String(level[end])}
          choices={LEVELS.map(String)}
          onChange={(value) => onChange({ ...level, [end]: Number(value) as Level })}
        />
      </div>
    ))}
  </div>
);
