'use client';

import { useMemo } from 'react';
import {
  type ClickSettings,
  clickSettingsFor,
  parsePolyrhythm,
  parseSilence,
  polyrhythmText,
  silenceText,
} from '@/core/music/click';
import type { Meter } from '@/core/music/time';
import { RULE } from '@/core/playing/speech/place';
import { BarPicture } from './BarPicture';
import classes from './Click.module.css';
import { ClickSoundRow } from './ClickSoundRow';
import { Choice, type Say, Typed } from './Fields';
import { LeftOut } from './LeftOut';
import { KINDS } from './words';

type Props = {
  /** What is said here. */
  readonly said: ClickSettings;
  /** Those who have a say before, the outermost first. */
  readonly above: readonly ClickSettings[];
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
export const ClickSettingsForm = (props: Props) => {
  const { said, above, as, onSay, mayEdit, meter, perMinute, speaks } = props;
  const inherited = useMemo(() => clickSettingsFor(above), [above]);
  const now = useMemo(() => clickSettingsFor([...above, said]), [above, said]);
  const shared = { said, inherited, as, onSay };
  return (
    <fieldset disabled={!mayEdit} className={classes.form}>
      <section aria-label="What sounds" className={classes.group}>
        <h2>What sounds</h2>
        <BarPicture clickSettings={now} meter={meter} perMinute={perMinute} />
        <Choice field="pulses" {...shared} />
        <Choice field="accents" {...shared} />
        <Choice field="divide" {...shared} />
        <Choice field="divideBelow" {...shared} />
        <Typed field="polyrhythm" say={polyrhythmText} parse={parsePolyrhythm} {...shared} />
      </section>
      <section aria-label="How it sounds" className={classes.group}>
        <h2>How it sounds</h2>
        <table className={classes.strikes}>
          <tbody>
            {KINDS.map(([field, words]) => (
              <ClickSoundRow key={field} field={field} words={words} {...shared} />
            ))}
          </tbody>
        </table>
        <Choice field="soft" {...shared} />
      </section>
      <section aria-label="Counting in, and silence" className={classes.group}>
        <h2>Counting in, and silence</h2>
        <Choice field="countIn" {...shared} />
        <Choice field="tacet" {...shared} />
        <Typed field="silence" say={silenceText} parse={parseSilence} {...shared} />
        <p className={classes.hint}>4 on 2 off, 30 % (by chance), downbeats, never</p>
      </section>
      <section aria-label="Spoken" className={classes.group}>
        <h2>Spoken</h2>
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
            <ClickSoundRow field="atSpeech" words="Its level" {...shared} />
          </tbody>
        </table>
        <p className={classes.hint}>{RULE}</p>
        {speaks && <LeftOut />}
      </section>
    </fieldset>
  );
};
