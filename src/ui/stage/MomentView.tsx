import { plural } from '@/core/base/words';
import type { Pattern } from '@/core/music/kit';
import type { Program } from '@/core/song/set';
import type { Moment, NextSection, StageSong } from '@/core/song/stage';
import { StaffView } from '../kit/StaffView';
import classes from './Stage.module.css';
import type { Density } from './settings';

/** A note at a section of the song, or at the song as a whole. */
export type StageNote = {
  readonly record: string | null;
  readonly bar: number | null;
  readonly ticks: number | null;
  readonly words: string;
};

type Props = {
  readonly moment: Moment;
  /** The notes at the song. */
  readonly notes: readonly StageNote[];
  readonly program: Program;
  readonly songs: readonly StageSong[];
  readonly slotMinutes: number | null;
  /** How much is shown. */
  readonly density: Density;
  /** Whether the click runs. */
  readonly following: boolean;
};

/** One glance: where we are, how many bars are left, what comes, what not to forget. */
export const MomentView = (props: Props) => {
  const { moment, notes } = props;
  if (moment.phase === 'over') {
    return (
      <section className={classes.before}>
        <h1>The end</h1>
      </section>
    );
  }
  return (
    <>
      <Head {...props} />
      {moment.phase === 'before' && (
        <Before moment={moment} notes={notes.filter(({ record }) => record === null)} />
      )}
      {moment.phase === 'count' && <Count moment={moment} />}
      {moment.phase === 'song' && (
        <Now
          moment={moment}
          notes={notes.filter(({ record }) => record === moment.section)}
          pattern={
            props.density === 'all'
              ? props.songs[moment.song]?.map.patterns[moment.pattern ?? '']
              : undefined
          }
        />
      )}
    </>
  );
};

const Head = ({ moment, program, slotMinutes, following }: Props) => {
  if (moment.phase === 'over') return null;
  const many = program.songs.length > 1;
  return (
    <header className={classes.head}>
      <span className="name">
        {many && `${moment.song + 1}/${program.songs.length} `}
        {moment.phase !== 'before' && moment.title}
      </span>
      <span className={classes.facts}>
        {moment.phase === 'song' && `bar ${moment.bar} · ${moment.tempo} · ${moment.time}`}
      </span>
      <span className={classes.facts}>
        {many &&
          moment.phase === 'song' &&
          `set ${moment.elapsed}${slotMinutes === null ? '' : ` of ${slotMinutes}:00`}`}
        {!following && ' stopped'}
      </span>
    </header>
  );
};

type Noted = { readonly notes: readonly StageNote[] };

/** More would not be read at a glance. */
const MOST_NOTES = 2;

const Notes = ({ notes }: Noted) =>
  notes.length === 0 ? null : (
    <ul className={classes.noted} aria-label="Notes">
      {notes.slice(0, MOST_NOTES).map(({ bar, words }) => (
        <li key={`${bar} ${words}`} className="name">
          {bar !== null && <b>{bar < 0 ? 'at its end' : `its bar ${bar}`}: </b>}
          {words}
        </li>
      ))}
    </ul>
  );

type Of<Phase extends Moment['phase']> = { readonly moment: Extract<Moment, { phase: Phase }> };

const Before = ({ moment: { title, facts, begins, surprises }, notes }: Of<'before'> & Noted) => (
  <section className={classes.before}>
    <h1 className="name">{title}</h1>
    <p className={classes.large}>{facts}</p>
    <p className={classes.large}>begins with {begins}</p>
    <Notes notes={notes} />
    {surprises.length > 0 && (
      <section>
        <h2>What will catch you out</h2>
        <ul>
          {surprises.map((sentence) => (
            <li key={sentence}>{sentence}</li>
          ))}
        </ul>
      </section>
    )}
  </section>
);

const Count = ({ moment: { beat, beats, pickup, next } }: Of<'count'>) => (
  <section className={classes.now}>
    <div className={classes.left}>
      <strong data-testid="bars-left">{beat}</strong>
      <span>
        {pickup ? 'pickup' : 'count'}, of {beats}
      </span>
    </div>
    <div className={classes.here}>
      <h1 className="name">{next?.name}</h1>
      {next && <p>{about(next)}</p>}
    </div>
    <Beats beat={beat} beats={beats} />
    <p className={classes.coming} />
    <p className={classes.next} />
  </section>
);

type NowProps = Of<'song'> & Noted & { readonly pattern: Pattern | undefined };

const Now = ({ moment, notes, pattern }: NowProps) => {
  const { name, pass, barsLeft, beat, beats, level, groove, how, until, next, coming } = moment;
  return (
    <section className={classes.now}>
      <div className={classes.left} data-last={barsLeft === 1}>
        <strong data-testid="bars-left">{barsLeft}</strong>
        <span>{barsLeft === 1 ? 'last bar' : 'bars left'}</span>
      </div>
      <div className={classes.here}>
        <h1 className="name">{name}</h1>
        {pass && <p className={classes.pass}>{pass}</p>}
        {until && <p className={classes.until}>{until}</p>}
        <p className={classes.usual}>
          {[level, groove].filter(Boolean).join(' · ')}
          {how && <span className={classes.all}> {how}</span>}
        </p>
        <Notes notes={notes} />
        {pattern && (
          <div className={classes.staff}>
            <StaffView pattern={pattern} scale={0.9} barsPerLine={2} bars={2} />
          </div>
        )}
      </div>
      <Beats beat={beat} beats={beats} />
      <p className={classes.coming} data-testid="coming">
        {coming && (
          <>
            <b>{coming.when}</b> {coming.words}
          </>
        )}
      </p>
      <p className={classes.next} data-testid="next">
        {next ? (
          <>
            then <b className="name">{next.name}</b> {about(next)}
          </>
        ) : (
          'then the end'
        )}
      </p>
    </section>
  );
};

const about = ({ bars, level, groove, first, changes }: NextSection): string =>
  [plural(bars, 'bar'), level, changes, groove, first && `first: ${first}`]
    .filter(Boolean)
    .join(', ');

/** The beat as a place in the bar, not as a flash. */
const Beats = ({ beat, beats }: { readonly beat: number; readonly beats: number }) => (
  <ol className={classes.beats} aria-label={`Beat ${beat} of ${beats}`}>
    {Array.from({ length: beats }, (_, index) => index + 1).map((one) => (
      <li key={one} data-here={one === beat}>
        {one}
      </li>
    ))}
  </ol>
);
