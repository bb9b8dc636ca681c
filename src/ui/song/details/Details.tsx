'use client';

import { Button, NativeSelect, Switch, Textarea, TextInput } from '@mantine/core';
import { memo } from 'react';
import type { Problem } from '@/core/base/result';
import {
  clock,
  exactClock,
  type Meter,
  meterText,
  parseClock,
  type Tempo,
} from '@/core/music/time';
import { detailsIn, followPart, setField } from '@/core/song/editing';
import {
  groupingText,
  INHERITED,
  LONGEST_NOTES,
  type Part,
  type Resolved,
  type RoadMap,
  resolve,
  type Section,
  SNARES,
  type Snares,
  STICKS,
  type Sticks,
  TIMEKEEPERS,
  type Timekeeper,
} from '@/core/song/roadmap';
import type { Passage } from '@/core/song/timeline';
import type { Edit } from '../../document';
import { Cell } from '../../shared/Cell';
import { Actions, type ActionsProps } from './Actions';
import classes from './Details.module.css';
import { FeelFields } from './FeelFields';
import { GrooveSelect } from './GrooveSelect';
import { Levels } from './Levels';
import { TempoFields } from './TempoFields';
import { Variations } from './Variations';

type Props = {
  readonly map: RoadMap;
  readonly section: Section;
  /** Its times through, in order. */
  readonly passages: readonly Passage[];
  /** The tempo that holds as the section begins. */
  readonly tempo: Tempo;
  readonly mayEdit: boolean;
  readonly edit: Edit;
  readonly actions: Omit<ActionsProps, 'section'>;
  /** Whether the ruler with what stands in the section is shown. */
  readonly places: boolean;
  readonly onPlaces: () => void;
};

/** Everything about the selected section, with the choices spelt out. */
export const Details = memo((props: Props) => {
  const { map, section, passages, tempo, mayEdit, edit, actions, places, onPlaces } = props;

  const set = <Field extends keyof Section & string>(field: Field, value: Section[Field]) => {
    return edit(setField('sections', section.id, field, value));
  };
  const whole = resolve(map, section);
  return (
    <aside className={classes.pane} aria-label={`Details of ${section.name}`}>
      <h2 className="name">{section.name}</h2>
      {passages.length > 0 && <p className={classes.facts}>{factsOf(passages)}</p>}
      <Button
        variant="subtle"
        size="compact-sm"
        h="auto"
        justify="start"
        styles={{ label: { whiteSpace: 'normal', textAlign: 'start' } }}
        title="R"
        onClick={onPlaces}
      >
        {placesWords(map, section.id)}, {places ? 'hide them' : 'show the bars'}
      </Button>
      {whole.part && <Follows section={section} part={whole.part} mayEdit={mayEdit} edit={edit} />}
      <fieldset disabled={!mayEdit} className={classes.fields}>
        <TempoFields
          change={section.tempo}
          tempo={tempo}
          onChange={(value) => set('tempo', value)}
        />
        <Levels level={whole.level} onChange={(value) => set('level', value)} />
        <FeelFields feel={whole.feel} onChange={(value) => set('feel', value)} />
        <Playing map={map} section={section} whole={whole} set={set} />
        <Note section={section} set={set} />
        <Variations map={map} section={section} of={passages.length} edit={edit} />
      </fieldset>
      {mayEdit && <Actions {...actions} section={section} />}
    </aside>
  );
});

/** What stands in the section, counted: `2 cues, 1 fill`. */
const placesWords = (map: RoadMap, section: string): string => {
  const counts = new Map<string, number>();
  for (const { where } of detailsIn(map, section)) {
    if (where !== 'variations') counts.set(where, (counts.get(where) ?? 0) + 1);
  }
  const words = [...counts].map(
    ([where, count]) => `${count} ${CALLED_DETAILS[where]!.replace('(s)', count === 1 ? '' : 's')}`,
  );
  return words.join(', ') || 'No fills, hits or cues';
};

const CALLED_DETAILS: Readonly<Record<string, string>> = {
  fills: 'fill(s)',
  hits: 'hit(s)',
  grooveChanges: 'change(s) of groove',
  dynamics: 'change(s) of level or timekeeper',
  cues: 'cue(s)',
  fermatas: 'fermata(s)',
  timeChanges: 'change(s) of meter or tempo',
};

const factsOf = (passages: readonly Passage[]): string => {
  const [first, last] = [passages[0]!, passages.at(-1)!];
  const end = clock(last.startSeconds + last.seconds);
  const start = clock(first.startSeconds);
  const bars = `${first.firstPlayed} to ${last.firstPlayed + last.bars - 1}`;
  const meter = meterWords(first.meter);
  const row = passages.every(({ time }, index) => time === index + 1);
  return row
    ? `Bars ${bars}, ${start} to ${end}, in ${meter}`
    : `Played ${passages.length} times, from bars ${passages.map(({ firstPlayed }) => firstPlayed).join(', ')}, in ${meter}`;
};

const meterWords = (meter: Meter): string => {
  const grouping = meter.grouping ? '' : groupingText(meter);
  return meterText(meter) + (grouping && ` ${grouping}`);
};

const CALLED = {
  bars: 'bars',
  phrase: 'phrase',
  feel: 'feel',
  level: 'level',
  timekeeper: 'timekeeper',
  sticks: 'what the hands hold',
  snares: 'snares',
  groove: 'groove',
};

type FollowsProps = {
  readonly section: Section;
  readonly part: Part;
  readonly mayEdit: boolean;
  readonly edit: Edit;
};

/** What the section says differently from its part, and the way back. */
const Follows = ({ section, part, mayEdit, edit }: FollowsProps) => {
  const own = INHERITED.filter((field) => section[field] !== null && part[field] !== null);
  if (own.length === 0)
    return <p className={classes.facts}>Follows the part “{part.name}” in everything it says.</p>;
  return (
    <p className={classes.facts}>
      Differs from the part “{part.name}” in {own.map((field) => CALLED[field]).join(', ')}.{' '}
      {mayEdit && (
        <Button
          variant="subtle"
          size="compact-sm"
          justify="start"
          onClick={() => edit(followPart(section))}
        >
          Follow the part again
        </Button>
      )}
    </p>
  );
};

const NOT_A_TIME: Problem = {
  code: 'invalid',
  place: '',
  message: 'Type a time like 1:12.5.',
};

/** What to mind in the section, as it is printed on the chart. */
const Note = ({ section, set }: Pick<PlayingProps, 'section' | 'set'>) => (
  <Textarea
    size="xs"
    label="Note"
    placeholder="what to mind here"
    autosize
    maxRows={6}
    maxLength={LONGEST_NOTES}
    value={section.notes}
    onChange={({ currentTarget }) => set('notes', currentTarget.value.replaceAll('\n', ' '))}
  />
);

/** What the section plays when it says nothing itself. */
const inherited = (map: RoadMap, { part }: Resolved): string => {
  const groove = map.patterns[part?.groove ?? ''];
  return groove ? `as the part: ${groove.name}` : 'not said';
};

/** What a choice comes to where the section says nothing. */
const inheritedOf = (part: string | null | undefined, usual: string): string =>
  part ? `as the part: ${part}` : usual;

type PlayingProps = {
  readonly map: RoadMap;
  readonly section: Section;
  readonly whole: Resolved;
  readonly set: <Field extends keyof Section & string>(
    field: Field,
    value: Section[Field],
  ) => ReturnType<Edit>;
};

/** What the hands are on, whether the drums play at all, and whether it goes on until a cue. */
const Playing = ({ map, section, whole, set }: PlayingProps) => (
  <div className={classes.group}>
    <h3>Playing</h3>
    <div className={classes.labelled}>
      <span aria-hidden="true">groove</span>
      <GrooveSelect
        label={`Groove that ${section.name} plays`}
        patterns={map.patterns}
        value={section.groove}
        none={inherited(map, whole)}
        mayEdit
        onChange={(groove) => set('groove', groove)}
      />
    </div>
    <NativeSelect
      size="xs"
      label="Timekeeper, or which cymbal"
      value={whole.timekeeper ?? ''}
      data={[
        { value: '', label: 'not said' },
        ...TIMEKEEPERS.map((one) => ({ value: one, label: one })),
      ]}
      onChange={({ currentTarget: { value } }) =>
        set('timekeeper', value === '' ? null : (value as Timekeeper))
      }
    />
    <div className={classes.pair}>
      <NativeSelect
        size="xs"
        label="Played with"
        value={section.sticks ?? ''}
        data={[{ value: '', label: inheritedOf(whole.part?.sticks, 'sticks') }, ...STICKS]}
        onChange={({ currentTarget: { value } }) => set('sticks', (value || null) as Sticks | null)}
      />
      <NativeSelect
        size="xs"
        label="Snares"
        value={section.snares ?? ''}
        data={[{ value: '', label: inheritedOf(whole.part?.snares, 'on') }, ...SNARES]}
        onChange={({ currentTarget: { value } }) => set('snares', (value || null) as Snares | null)}
      />
    </div>
    <TextInput
      size="xs"
      label="Felt in phrases of"
      placeholder="4 bars"
      inputMode="numeric"
      value={section.phrase ?? ''}
      onChange={({ currentTarget: { value } }) => {
        if (value === '') set('phrase', null);
        else if (/^\d{1,2}$/.test(value) && Number(value) > 0) set('phrase', Number(value));
      }}
    />
    <div className={classes.labelled}>
      <span aria-hidden="true">heard</span>
      <Cell
        label="When it was heard to begin in the recording"
        value={section.inRecording === null ? '' : exactClock(section.inRecording)}
        placeholder="1:12 in the recording"
        onText={(text) => {
          const moment = parseClock(text);
          if (text.trim() !== '' && moment === undefined) return NOT_A_TIME;
          return set('inRecording', moment ?? null);
        }}
      />
    </div>
    <Switch
      size="xs"
      label="Drums rest, the bars count (tacet)"
      checked={section.tacet}
      onChange={({ currentTarget }) => set('tacet', currentTarget.checked)}
    />
    <Switch
      size="xs"
      label="Vamp: until the cue"
      checked={section.vamp !== null}
      onChange={({ currentTarget }) => set('vamp', currentTarget.checked ? { cue: '' } : null)}
    />
    {section.vamp && (
      <TextInput
        size="xs"
        aria-label="Cue that ends the vamp"
        placeholder="who nods, which chord comes"
        maxLength={200}
        value={section.vamp.cue}
        onChange={({ currentTarget }) => set('vamp', { cue: currentTarget.value })}
      />
    )}
  </div>
);
