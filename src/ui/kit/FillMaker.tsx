'use client';

import { Button, Checkbox, TextInput } from '@mantine/core';
import { useLocalStorage } from '@mantine/hooks';
import { IconDice5 } from '@tabler/icons-react';
import { useMemo, useState } from 'react';
import {
  type BeatUse,
  backbeatUses,
  CELL_COUNT,
  CELLS,
  FILL_SCHOOLS,
  type FillSchool,
  generateFill,
  type Layout,
  numbersOf,
  type Pattern,
  parseCells,
  quartersIn,
  type Recipe,
  SCHOOLS,
  type School,
  seedOf,
  VOICES,
  type VoiceId,
  voiceOf,
} from '@/core/music/kit';
import type { Meter, Tempo } from '@/core/music/time';
import { type Feel, LANDING_WORDS, LANDINGS } from '@/core/song/roadmap';
import { newId } from '../shared/newId';
import { Segments } from '../shared/Segments';
import { Select } from '../shared/Select';
import classes from './Kit.module.css';
import { StaffView } from './StaffView';
import { useAudition } from './useAudition';

type Props = {
  readonly meter: Meter;
  readonly tempo: Tempo;
  readonly feel: Feel;
  readonly around: Pattern | undefined;
  readonly layout: Layout;
  /** Keeps the fill: in the song, or in the library. */
  readonly onKeep: (pattern: Omit<Pattern, 'order'>) => void;
};

const DRUMS = VOICES.filter(({ limb, family }) => limb === 'hand' && family !== 'other').map(
  ({ id }) => id,
);

const USES: readonly (readonly [BeatUse, string])[] = [
  ['anywhere', 'anywhere'],
  ['snare', 'snare'],
  ['rest', 'free'],
];

/** Fills by number: the same number and the same wishes always give the same fill. */
export const FillMaker = ({ meter, tempo, feel, around, layout, onKeep }: Props) => {
  const [school, setSchool] = useState<FillSchool>('backbeat');
  const [beats, setBeats] = useState(meter.numerator);
  const [uses, setUses] = useState<readonly BeatUse[]>(() => backbeatUses(meter, meter.numerator));
  const [voices, setVoices] = useState<readonly VoiceId[]>([
    'highTom',
    'middleTom',
    'floorTom',
    'snare',
  ]);
  const [sticking, setSticking] = useState<School>('leading');
  const [lands, setLands] = useState<Recipe['lands']>('crash');
  const [seed, setSeed] = useState(0);
  /** Numbers of cells as they are typed, while they make no sense. */
  const [cells, setCells] = useState<string>();
  const [own, setOwn] = useLocalStorage<Partial<Record<FillSchool, readonly string[]>>>({
    key: 'ebrant.cells',
    defaultValue: {},
  });
  const ownCells = parseCells(own[school] ?? []);
  const recipe = {
    school,
    meter,
    beats,
    uses,
    voices,
    sticking,
    lands,
    // What this browser keeps may be anything.
    cells: ownCells.ok && ownCells.value.length === CELL_COUNT ? ownCells.value : undefined,
  };
  const wishes = JSON.stringify(recipe);
  // Made anew only when the number or a wish changes: the transport holds on to it.
  const fill = useMemo(
    (): Pattern => ({ ...generateFill(seed, JSON.parse(wishes), 'made'), order: 'a0' }),
    [seed, wishes],
  );
  useAudition({ pattern: fill, tempo, feel, around, layout, lands });
  const quarters = quartersIn(recipe);
  const first = (meter.numerator - (beats % meter.numerator)) % meter.numerator;
  const lasting = (count: number) => {
    setBeats(count);
    setUses(backbeatUses(meter, count));
  };
  const toggle = (voice: VoiceId) =>
    setVoices(voices.includes(voice) ? voices.filter((one) => one !== voice) : [...voices, voice]);
  const most = 5 ** quarters;
  return (
    <section className={classes.maker} aria-label="A fill by number">
      <h2>A fill by number</h2>
      <Segments
        label="School"
        value={school}
        choices={[
          { value: 'backbeat', label: 'backbeat' },
          { value: 'linear', label: 'linear' },
          { value: 'free', label: 'free' },
        ]}
        onChange={(value) => setSchool(value as FillSchool)}
      />
      <p className={classes.quiet}>{FILL_SCHOOLS[school]}</p>
      <div className={classes.makerFields}>
        <Select
          label="Length"
          shown
          value={String(beats)}
          choices={Array.from({ length: meter.numerator * 2 }, (_, index) => [
            String(index + 1),
            index === 0 ? '1 beat' : `${index + 1} beats`,
          ])}
          onChange={(count) => lasting(Number(count))}
        />
        <Select
          label="Sticking"
          shown
          value={sticking}
          choices={SCHOOLS.map((one) => [one, one] as const)}
          onChange={(one) => setSticking(one as School)}
        />
        <Select
          label="Leads to"
          shown
          value={lands}
          choices={LANDINGS.map((one) => [one, LANDING_WORDS[one]] as const)}
          onChange={(one) => setLands(one as Recipe['lands'])}
        />
      </div>
      <div className={classes.beats}>
        {Array.from({ length: quarters }, (_, index) => index).map((index) => (
          <Select
            key={index}
            label={`Beat ${((first + index) % meter.numerator) + 1}`}
            shown
            value={uses[index] ?? 'anywhere'}
            choices={USES}
            onChange={(use) =>
              setUses(
                Array.from({ length: quarters }, (_, at) =>
                  at === index ? (use as BeatUse) : (uses[at] ?? 'anywhere'),
                ),
              )
            }
          />
        ))}
      </div>
      <ul className={classes.voices}>
        {DRUMS.filter((id) => !layout.missing.includes(id)).map((id) => (
          <li key={id}>
            <Checkbox
              checked={voices.includes(id)}
              onChange={() => toggle(id)}
              label={voiceOf(id).name}
            />
          </li>
        ))}
      </ul>
      <div className={classes.number}>
        <TextInput
          label="Number of the fill"
          inputMode="numeric"
          value={seed}
          onChange={({ currentTarget }) =>
            /^\d{0,9}$/.test(currentTarget.value) && setSeed(Number(currentTarget.value))
          }
        />
        <Button
          variant="subtle"
          size="compact-sm"
          onClick={() => {
            setCells(undefined);
            setSeed(Math.floor(newNumber() * most));
          }}
        >
          <IconDice5 size={18} aria-hidden="true" /> Draw
        </Button>
        {school !== 'free' && (
          <TextInput
            label="Cells, 1 to 5"
            inputMode="numeric"
            value={cells ?? numbersOf(seed, quarters).join(' ')}
            error={cells !== undefined && `${quarters} numbers from 1 to 5`}
            onChange={({ currentTarget: { value } }) => {
              const numbers = value.match(/\d/g)?.map(Number) ?? [];
              const whole = numbers.length === quarters && numbers.every((n) => n >= 1 && n <= 5);
              setCells(whole ? undefined : value);
              if (whole) setSeed(seedOf(numbers));
            }}
          />
        )}
      </div>
      {school !== 'free' && (
        <OwnCells
          key={school}
          cells={recipe.cells ?? CELLS[school]}
          usual={CELLS[school]}
          onChange={(next) => setOwn({ ...own, [school]: next })}
        />
      )}
      <StaffView pattern={fill} player={layout} sticking counting barsPerLine={1} />
      <div className={classes.keep}>
        <span className={classes.quiet}>
          Space plays it, with the bar before and the bar after.
        </span>
        <Button variant="subtle" size="compact-sm" onClick={() => onKeep({ ...fill, id: newId() })}>
          Keep it
        </Button>
      </div>
    </section>
  );
};

type OwnCellsProps = {
  readonly cells: readonly string[];
  readonly usual: readonly string[];
  readonly onChange: (cells: readonly string[] | undefined) => void;
};

/** The five cells that numbers stand for, each as it is typed; five that cannot be played are not taken. */
const OwnCells = ({ cells, usual, onChange }: OwnCellsProps) => {
  const [typed, setTyped] = useState<readonly string[]>();
  const shown = typed ?? cells;
  const read = parseCells(shown);
  const type = (index: number, value: string) => {
    const next = shown.map((one, at) => (at === index ? value : one));
    const all = parseCells(next);
    setTyped(all.ok ? undefined : next);
    if (all.ok) onChange(all.value);
  };
  return (
    <div className={classes.cells}>
      {shown.map((text, index) => (
        <TextInput
          // biome-ignore lint/suspicious/noArrayIndexKey: cells are counted
          key={index}
          size="xs"
          w={72}
          label={`Cell ${index + 1}`}
          value={text}
          error={!read.ok && read.problem.place === String(index + 1)}
          onChange={({ currentTarget }) => type(index, currentTarget.value)}
        />
      ))}
      {shown.join() !== usual.join() && (
        <Button
          variant="subtle"
          size="compact-sm"
          onClick={() => {
            setTyped(undefined);
            onChange(undefined);
          }}
        >
          The usual five
        </Button>
      )}
      <p className={classes.quiet} role={read.ok ? undefined : 'alert'}>
        {read.ok
          ? 'A cell is a beat of four: R, L, the foot K, small where it is soft, - for a rest.'
          : `Cell ${read.problem.place}: ${read.problem.message}`}
      </p>
    </div>
  );
};

/** A number from 0 up to 1 that nobody has chosen. */
const newNumber = (): number => crypto.getRandomValues(new Uint32Array(1))[0]! / 2 ** 32;
