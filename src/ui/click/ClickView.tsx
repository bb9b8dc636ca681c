'use client';

import { type ClickSettings, NO_OVERRIDES, sayOfClick, withSaid } from '@/core/music/click';
import { barTicks, type Meter, pulsesOf, TICKS_PER_QUARTER } from '@/core/music/time';
import { setField } from '@/core/song/editing';
import { type Section, sectionsOf } from '@/core/song/roadmap';
import { Select } from '../shared/Select';
import { useSong } from '../song/SongContext';
import classes from './Click.module.css';
import { ClickSettingsForm } from './ClickSettingsForm';
import type { Say } from './Fields';
import { useSpeaks } from './useSpeaks';

type Props = {
  /** What the band says. */
  readonly band: ClickSettings;
  readonly section: Section | undefined;
  readonly onSelect: (section: string | undefined) => void;
  readonly meter: Meter;
  /** Quarters a minute. */
  readonly quarters: number;
};

/** No id of a section. */
const SONG = '';

/** The click of the song, or of the selected section, against what those above them say. */
const ClickView = (props: Props) => {
  const { band, section, onSelect, meter, quarters } = props;
  const { map, edit, mayEdit } = useSong();
  const speaks = useSpeaks();
  const sections = sectionsOf(map);
  const own = sections.filter(({ clickSettings }) => clickSettings !== null);
  const sayOfSong: Say = (field, value) => edit(sayOfClick(field, value));
  const sayOfSection: Say = (field, value) =>
    edit(
      setField(
        'sections',
        section!.id,
        'clickSettings',
        withSaid(section!.clickSettings, field, value),
      ),
    );
  const shared = { mayEdit, meter, speaks, perMinute: pulsesAt(quarters, meter) };
  return (
    <div>
      <div className={classes.which}>
        <Select
          label="Whose click"
          value={section?.id ?? SONG}
          choices={[
            [SONG, 'The whole song'],
            ...sections.map(
              ({ id, name, clickSettings }) =>
                [id, `${name}${clickSettings ? ' (its own)' : ''}`] as const,
            ),
          ]}
          onChange={(id) => onSelect(id === SONG ? undefined : id)}
        />
        <span className={classes.hint}>
          {own.length === 0
            ? 'No section has a click of its own.'
            : `With a click of their own: ${own.map(({ name }) => name).join(', ')}.`}
        </span>
      </div>
      {section ? (
        <ClickSettingsForm
          key={section.id}
          said={section.clickSettings ?? NO_OVERRIDES}
          above={[band, map.click]}
          as="as the song"
          onSay={sayOfSection}
          {...shared}
        />
      ) : (
        <ClickSettingsForm
          said={map.click}
          above={[band]}
          as="as the band"
          onSay={sayOfSong}
          {...shared}
        />
      )}
    </div>
  );
};

export default ClickView;

/** Pulses a minute, by the first of the bar. */
const pulsesAt = (quarters: number, meter: Meter): number => {
  const first = pulsesOf(meter)[1]?.offset ?? barTicks(meter);
  return (quarters * TICKS_PER_QUARTER) / first;
};
