'use client';

import { useMemo } from 'react';
import {
  acrossText,
  type Design,
  designFor,
  parseAcross,
  parseSilence,
  silenceText,
} from '@/core/click';
import { RULE } from '@/core/speech/place';
import type { Meter } from '@/core/time';
import { BarPicture } from './BarPicture';
import classes from './Click.module.css';
import { Choice, type Say, Typed } from './Fields';
import { LeftOut } from './LeftOut';
import { StrikeRow } from './StrikeRow';
import { KINDS } from './words';

type Props = {
  /** What is said here. */
  readonly said: Design;
  /** Those who have a say before, the outermost first. */
  readonly above: readonly Design[];
  /** What they are called: `as the band`. */
  readonly as: string;
  readonly onSay: Say;
  readonly mayEdit: boolean;
  /** A bar to show the click in, and its pulses a minute. */
  readonly meter: Meter;
  readonly perMinute: number;
  /** Whether this machine has a voice; not known yet where left out. */
  readonly speaks?: boolean | undefined;
};

/** All that can be said of a click in one place; what is not said is grey, and as those above say. */
export const DesignForm = (props: Props) => {
  const { said, above, as, onSay, mayEdit, meter, perMinute, speaks } = props;
  const inherited = useMemo(() => designFor(above), [above]);
  const now = useMemo(() => designFor([...above, said]), [above, said]);
  const shared = { said, inherited, as, onSay };
  return (
    <fieldset disabled={!mayEdit} className={classes.form}>
      <section aria-label="What sounds" className={classes.group}>
        <h3>What sounds</h3>
        <BarPicture design={now} meter={meter} perMinute={perMinute} />
        <Choice field="pulses" {...shared} />
        <Choice field="accents" {...shared} />
        <Choice field="divide" {...shared} />
        <Choice field="divideBelow" {...shared} />
        <Typed field="across" say={acrossText} parse={parseAcross} {...shared} />
      </section>
      <section aria-label="How it sounds" className={classes.group}>
        <h3>How it sounds</h3>
        <table className={classes.strikes}>
          <tbody>
            {KINDS.map(([field, words]) => (
              <StrikeRow key={field} field={field} words={words} {...shared} />
            ))}
          </tbody>
        </table>
        <Choice field="soft" {...shared} />
      </section>
      <section aria-label="Counting in, and silence" className={classes.group}>
        <h3>Counting in, and silence</h3>
        <Choice field="countIn" {...shared} />
        <Choice field="tacet" {...shared} />
        <Typed field="silence" say={silenceText} parse={parseSilence} {...shared} />
        <p className={classes.hint}>4 on 2 off, 30 % (by chance), ones, never</p>
      </section>
      <section aria-label="Spoken" className={classes.group}>
        <h3>Spoken</h3>
        {speaks === false && (
          <p className={classes.missing}>
            There is no voice on this server (espeak-ng is not installed). All else works.
          </p>
        )}
        <Choice field="sayCount" {...shared} />
        <Choice field="sayNames" {...shared} />
        <Choice field="ahead" {...shared} />
        <Choice field="sayLast" {...shared} />
        <Choice field="sayCues" {...shared} />
        <Choice field="voice" {...shared} />
        <table className={classes.strikes}>
          <tbody>
            <StrikeRow field="atSpeech" words="Its level" {...shared} />
          </tbody>
        </table>
        <p className={classes.hint}>{RULE}</p>
        {speaks && <LeftOut />}
      </section>
    </fieldset>
  );
};
