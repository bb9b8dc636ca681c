'use client';

import { Button, UnstyledButton } from '@mantine/core';
import { type ReactNode, useDeferredValue, useMemo, useState } from 'react';
import {
  addPattern,
  type Change,
  changePattern,
  copyOf,
  costOf,
  costWords,
  type Easier,
  inMeter,
  type Layout,
  lasting,
  type Pattern,
  patternBars,
  removePattern,
  SCHOOLS,
  type School,
  type Stroke,
  simplified,
  sixteenthsOnHat,
  soundingRows,
  stick,
  VARIANTS,
  type Variant,
  type VoiceId,
  variantsOf,
} from '@/core/music/kit';
import { meterText, rateOf, type Tempo } from '@/core/music/time';
import { soundName } from '@/core/playing/sound';
import { type Feel, parseMeter, parseOneTempo, tempoText } from '@/core/song/roadmap';
import type { Edit } from '../document';
import { Cell } from '../shared/Cell';
import { newId } from '../shared/newId';
import { Select } from '../shared/Select';
import { PAUSE, useSettled } from '../shared/useSettled';
import { useStrike } from '../transport';
import { Asks } from './Asks';
import { Grid } from './Grid';
import classes from './Kit.module.css';
import { Sound, useListening } from './Sound';
import { StaffView } from './StaffView';
import { Tools } from './Tools';
import { Trying, useTrying } from './Trying';
import { TypedField } from './TypedField';
import { useAudition } from './useAudition';

type DeskProps = {
  readonly patterns: Readonly<Record<string, Pattern>>;
  readonly pattern: Pattern;
  readonly layout: Layout;
  readonly tempo: Tempo;
  readonly feel: Feel;
  /** The groove around a fill. */
  readonly around: Pattern | undefined;
  readonly mayEdit: boolean;
  readonly edit: Edit;
  readonly onSelect: (id: string | undefined) => void;
  /** What else can be said of it: where it is played, where it can be copied to. */
  readonly children?: ReactNode;
};

const SCHOOL_WORDS: Readonly<Record<Pattern['kind'], Readonly<Record<School, string>>>> = {
  groove: {
    natural: 'one hand keeps time; sixteenths are shared',
    alternating: 'both hands share the time',
    leading: 'the leading hand keeps time alone',
  },
  fill: {
    natural: 'a hand keeps the subdivision',
    alternating: 'hand after hand',
    leading: 'leading hand free for the crash',
  },
};

const learntText = ({ learntAt }: Pattern): string =>
  learntAt ? tempoText({ kind: 'held', ...learntAt }, 'quarter') : '';

/** One pattern: its grid, its typed form, its staff, how it sounds and what it asks. */
export const PatternDesk = (props: DeskProps) => {
  const { patterns, pattern, layout, tempo, mayEdit, edit, onSelect } = props;
  const handed = useMemo(() => stick(pattern, layout), [pattern, layout]);
  // While somebody writes fast, the staff may be a frame behind the grid; the figures wait for a pause.
  const later = useDeferredValue(pattern);
  const settled = useSettled(later, PAUSE);
  const settledHanded = useMemo(() => stick(settled, layout), [settled, layout]);
  const [all, setAll] = useState(false);
  const [stand, setStand] = useState(false);
  const rows = soundingRows(pattern, layout, all);
  const change = (next: Change) => void edit(changePattern(pattern, next));
  const sound = useListening();
  const trying = useTrying();
  useAudition({ ...props, ...trying, listening: sound.listening });
  const strike = useStrike();
  const onStruck = (voice: VoiceId, { how, force, ornament }: Omit<Stroke, 'at'>) =>
    strike(
      soundName({
        voice,
        how: how ?? '',
        ornament,
        force: { accent: 1, ghost: 0.25, '': 0.7 }[force ?? ''],
      }),
    );
  const secondsPerTick = 1 / rateOf(tempo);
  const makeEasier = ({ name, change: begun, leavesOut }: Easier) => {
    const id = newId();
    const copy = { ...copyOf(pattern, id, 'easier'), ...begun, words: leavesOut };
    edit(addPattern(patterns, { ...copy, name: `${pattern.name}, ${name}` }));
    onSelect(id);
  };
  return (
    <div className={classes.desk}>
      <div className={classes.main}>
        <Variants
          patterns={patterns}
          pattern={pattern}
          mayEdit={mayEdit}
          edit={edit}
          onSelect={onSelect}
        />
        <Head pattern={pattern} mayEdit={mayEdit} edit={edit} onChange={change} />
        <Grid
          pattern={pattern}
          rows={rows}
          handed={handed}
          mayEdit={mayEdit}
          onChange={change}
          onStruck={onStruck}
        />
        <TypedField key={pattern.id} pattern={pattern} mayEdit={mayEdit} onChange={change} />
        <StaffView
          pattern={later}
          player={layout}
          sticking
          counting
          scale={stand ? 1.7 : 1}
          barsPerLine={stand ? 1 : 2}
        />
        <Button variant="subtle" size="compact-sm" onClick={() => setStand(!stand)}>
          {stand ? 'Smaller notes' : 'Notes for the music stand'}
        </Button>
        {mayEdit && <Tools pattern={pattern} rows={rows} onChange={change} />}
        <div className={classes.words}>
          <Cell
            label="What to mind"
            value={pattern.words}
            placeholder="What to mind: why this sticking, what usually goes wrong"
            readOnly={!mayEdit}
            wide
            maxLength={200}
            onText={(words) => edit(changePattern(pattern, { words }), true)}
          />
          <Cell
            label="Tempo it was learnt at"
            before={<span className={classes.before}>learnt at</span>}
            value={learntText(pattern)}
            placeholder="126"
            readOnly={!mayEdit}
            onText={(text) => {
              const read = parseOneTempo(text.replace(/^learnt at\s+/i, ''), 'quarter');
              return read.ok
                ? edit(changePattern(pattern, { learntAt: read.value }), true)
                : read.problem;
            }}
          />
        </div>
        <p className={classes.keys}>
          Arrows move, a letter strikes its voice, Enter the row you are on; 5, 8, 9 and 6 fill the
          row with quarters, eighths, triplets or sixteenths, 0 empties it, + adds a bar. Held or
          pressed on a stroke: a accent, g ghost, o open, x half-open or cross-stick, f flam, d
          drag, u ruff, z buzz, w roll, q choke, l let ring, e shoulder, comma left, full stop
          right.{' '}
          <Button variant="subtle" size="compact-sm" onClick={() => setAll(!all)}>
            {all ? 'Fewer voices' : 'All voices'}
          </Button>
        </p>
      </div>
      <aside className={classes.side} aria-label="How it sounds and what it asks">
        <Sound {...sound} />
        <Trying {...trying} kind={pattern.kind} />
        <section>
          <h2>Sticking</h2>
          <Select
            label="Sticking of what has no hand"
            value={pattern.sticking}
            choices={SCHOOLS.map((school) => [school, SCHOOL_WORDS[pattern.kind][school]] as const)}
            onChange={(sticking) => mayEdit && change({ sticking: sticking as School })}
          />
          <p className={classes.quiet} data-testid="sticking-cost">
            {costWords(costOf(settledHanded, secondsPerTick))}
          </p>
        </section>
        <Asks
          pattern={settled}
          handed={settledHanded}
          secondsPerTick={secondsPerTick}
          tempo={`${tempo.unit.replace('-', ' ')} = ${tempo.perMinute}`}
          layout={layout}
          onEasier={mayEdit ? makeEasier : undefined}
        />
        {props.children}
        {mayEdit && (
          <Button
            variant="subtle"
            size="compact-sm"
            onClick={() => {
              edit(removePattern(patterns, pattern.id));
              onSelect(pattern.of ?? undefined);
            }}
          >
            Remove {pattern.of ? 'this variant' : 'the pattern'}
          </Button>
        )}
      </aside>
    </div>
  );
};

type PartProps = Pick<DeskProps, 'pattern' | 'mayEdit' | 'edit'>;

/** The ways to play it side by side; another is made from this one. */
const Variants = ({
  patterns,
  pattern,
  mayEdit,
  edit,
  onSelect,
}: PartProps & Pick<DeskProps, 'patterns' | 'onSelect'>) => {
  const variants = variantsOf(patterns, pattern.id);
  const missing = VARIANTS.filter(
    (variant) => variant !== 'full' && !variants.some((one) => one.variant === variant),
  );
  const make = (variant: Exclude<Variant, 'full'>) => {
    const main = variants[0] ?? pattern;
    const id = newId();
    const begun = variant === 'easier' ? simplified(main) : sixteenthsOnHat(main);
    edit(addPattern(patterns, { ...copyOf(main, id, variant), ...begun }));
    onSelect(id);
  };
  return (
    <div className={classes.variants}>
      <div className={classes.tabs} role="tablist" aria-label="Ways to play it">
        {variants.map(({ id, variant, name }) => (
          <UnstyledButton
            key={id}
            role="tab"
            title={name}
            aria-selected={id === pattern.id}
            onClick={() => onSelect(id)}
          >
            {wayName(variants, variant, name)}
          </UnstyledButton>
        ))}
      </div>
      {mayEdit &&
        missing.map((variant) => (
          <Button
            variant="subtle"
            size="compact-sm"
            key={variant}
            onClick={() => make(variant as Exclude<Variant, 'full'>)}
          >
            + {variant}
          </Button>
        ))}
    </div>
  );
};

/** What a variant is called beside the others: by its own name where there are several of its kind. */
const wayName = (variants: readonly Pattern[], variant: Variant, name: string): string =>
  variants.filter((one) => one.variant === variant).length > 1
    ? name.replace(`${variants[0]!.name}, `, '')
    : variant;

const Head = ({
  pattern,
  mayEdit,
  edit,
  onChange,
}: PartProps & { readonly onChange: (change: Change) => void }) => {
  const { name, kind, meter, beats } = pattern;
  const most = 8 * meter.numerator;
  return (
    <div className={classes.head}>
      <span className={classes.name}>
        <Cell
          label="Name of the pattern"
          value={name}
          readOnly={!mayEdit}
          wide
          onText={(text) => edit(changePattern(pattern, { name: text }), true)}
        />
      </span>
      <span className={classes.quiet}>{kind === 'fill' ? 'fill' : 'groove'}</span>
      <span className={classes.short}>
        <Cell
          label="Meter of the pattern"
          value={meterText(meter)}
          readOnly={!mayEdit}
          onText={(text) => {
            const read = parseMeter(text);
            if (!read.ok) return read.problem;
            if (read.value && meterText(read.value) !== meterText(meter))
              onChange(inMeter(pattern, read.value));
            return undefined;
          }}
        />
      </span>
      {kind === 'fill' ? (
        <span className={classes.short}>
          <Cell
            label="Length in beats"
            value={String(beats)}
            numeric
            onLeave
            readOnly={!mayEdit}
            onText={(text) => {
              const wanted = Number(text);
              if (!Number.isInteger(wanted) || wanted < 1 || wanted > most)
                return { code: 'invalid', place: '', message: `Type 1 to ${most} beats.` };
              onChange(lasting(pattern, wanted));
              return undefined;
            }}
          />
        </span>
      ) : (
        <span className={classes.quiet}>
          {patternBars(pattern)} {patternBars(pattern) === 1 ? 'bar' : 'bars'}
        </span>
      )}
      {kind === 'fill' && <span className={classes.quiet}>beats, ending with the bar</span>}
    </div>
  );
};
