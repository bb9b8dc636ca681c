import { clock, meterText, noteName } from '@/core/music/time';
import { dynamicsOf } from '@/core/song/chart';
import { type Gap, STRAIGHT_ON } from '@/core/song/set';
import { NoteIcon } from '../profile';
import type { SetEntry } from '../sets/entries';
import { slotWords } from '../sets/words';
import classes from './FloorList.module.css';

type Props = {
  readonly title: string;
  readonly event: string;
  readonly slotMinutes: number | null;
  readonly entries: readonly SetEntry[];
  readonly seconds: number;
};

/** The set as it lies on the floor: titles, tempos, how each song begins, what comes between. */
export const FloorList = ({ title, event, slotMinutes, entries, seconds }: Props) => (
  <article>
    <header className={classes.head}>
      <h1 className="name">{title}</h1>
      <p>
        {event}
        <br />
        {slotWords(seconds, slotMinutes)}
      </p>
    </header>
    <ol className={classes.songs}>
      {entries.map((entry, index) => (
        <Song
          key={entry.item.id}
          entry={entry}
          before={entries[index - 1]?.item.gap}
          last={index === entries.length - 1}
        />
      ))}
    </ol>
  </article>
);

type SongProps = {
  readonly entry: SetEntry;
  readonly before: Gap | undefined;
  readonly last: boolean;
};

const Song = ({ entry: { item, song, joined, placed }, before, last }: SongProps) => {
  if (!song || !joined || !placed) return null;
  const { tempo, meter } = joined.map.start;
  const [first] = placed.timeline.passages;
  const after = last ? '' : gapWords(item.gap);
  return (
    <li className={classes.song}>
      <p className={classes.title}>
        <b className="name">{song.title}</b>
        <span className={classes.tempo}>
          <NoteIcon value={tempo.unit} height={20} />
          <span className={classes.unit}>{noteName(tempo.unit)} </span>
          {Math.round(tempo.perMinute * 10) / 10}
        </span>
      </p>
      <p className={classes.how}>
        {[
          begins(before, placed.counted, joined.map.start),
          first && `${first.name}${first.tacet ? ', no drums' : `, ${dynamicsOf(first.level)}`}`,
          (meter.numerator !== 4 || meter.denominator !== 4) && meterText(meter),
          item.key && `key ${item.key}`,
          song.arrangementName !== 'As recorded' && song.arrangementName,
          clock(placed.end - placed.start),
        ]
          .filter(Boolean)
          .join(' · ')}
      </p>
      {after && <p className={classes.after}>{after}</p>}
    </li>
  );
};

const begins = (
  before: Gap | undefined,
  counted: boolean,
  { countIn, pickup }: { readonly countIn: number; readonly pickup: number },
): string => {
  if (before?.kind === STRAIGHT_ON.kind) return 'straight on';
  const count = counted && countIn > 0 ? `count ${countIn}` : 'no count';
  return pickup > 0 ? `${count}, pickup ${pickup}` : count;
};

/** What comes after a song; nothing of a short gap. */
const gapWords = (gap: Gap): string => {
  if (gap.kind === 'straight-on') return '↓ straight on';
  if (gap.kind === 'talk') return `${gap.words || 'talk'}, about ${clock(gap.seconds)}`;
  return gap.seconds >= 20 ? `${clock(gap.seconds)} to the next` : '';
};
