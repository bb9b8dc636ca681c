import { UnstyledButton } from '@mantine/core';
import { clock, meterText } from '@/core/music/time';
import { countedAs, feelText, type RoadMap } from '@/core/song/roadmap';
import type { Passage } from '@/core/song/timeline';
import classes from './PlayedTable.module.css';
import { useSong } from './SongContext';

type Props = {
  readonly selected: string | undefined;
  readonly onSelect: (id: string) => void;
};

/** The song as it goes by: every time through every section, repeats unrolled. */
export const PlayedTable = ({ selected, onSelect }: Props) => {
  const { timeline, map } = useSong();
  return (
    <table className={classes.table}>
      <thead>
        <tr>
          <th>Played</th>
          <th>Written</th>
          <th>Starts</th>
          <th className={classes.text}>Section</th>
          <th className={classes.text}>Time through</th>
          <th>Bars</th>
          <th className={classes.text}>Level</th>
          <th className={classes.text}>Meter</th>
          <th className={classes.text}>Part, feel, timekeeper</th>
        </tr>
      </thead>
      <tbody>
        {timeline.passages.map((passage) => (
          <tr
            key={passage.firstPlayed}
            data-selected={passage.section === selected}
            onClick={() => onSelect(passage.section)}
          >
            <td className={classes.number}>{passage.firstPlayed}</td>
            <td className={classes.quiet}>{passage.firstWritten}</td>
            <td className={classes.quiet}>{clock(passage.startSeconds)}</td>
            <td className={classes.text}>
              <UnstyledButton className="name" onClick={() => onSelect(passage.section)}>
                {passage.name}
              </UnstyledButton>
            </td>
            <td className={classes.text}>{throughWords(passage)}</td>
            <td>{countedAs(passage.bars, passage.phrase)}</td>
            <td className={classes.text}>{levelWords(passage)}</td>
            <td className={classes.text}>{meterText(passage.meter)}</td>
            <td className={classes.text}>{howWords(passage, map)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
};

const throughWords = ({ pass, passes, vamp }: Passage): string =>
  [passes > 1 ? `${pass} of ${passes}` : '', vamp === undefined ? '' : 'vamp']
    .filter(Boolean)
    .join(', ');

const levelWords = ({ level, tacet }: Passage): string => {
  if (tacet) return 'rest';
  const [from, to] = [level.from, level.to].map((one) => Math.round(one * 10) / 10);
  return from === to ? String(from) : `${from} > ${to}`;
};

const howWords = ({ part, feel, timekeeper }: Passage, map: RoadMap): string => {
  const said = feelText(feel);
  return [
    map.parts[part ?? '']?.name,
    said === 'straight' ? '' : said,
    timekeeper && `timekeeper ${timekeeper}`,
  ]
    .filter(Boolean)
    .join(', ');
};
