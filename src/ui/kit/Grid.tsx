'use client';

import { Button, NativeSelect, VisuallyHidden } from '@mantine/core';
import { memo, useCallback, useId, useMemo, useRef } from 'react';
import {
  articulationOf,
  type Change,
  columnsOf,
  divisionAt,
  gridFor,
  type Pattern,
  pulsesIn,
  type StickedStroke,
  type Stroke,
  strokesOf,
  type VoiceId,
  voiceOf,
} from '@/core/music/kit';
import classes from './Grid.module.css';
import { keyOfVoice } from './keys';
import { useGrid } from './useGrid';

type Props = {
  readonly pattern: Pattern;
  readonly rows: readonly VoiceId[];
  readonly handed: readonly StickedStroke[];
  readonly mayEdit: boolean;
  readonly onChange: (change: Change) => void;
  readonly onStruck: (voice: VoiceId, stroke: Omit<Stroke, 'at'>) => void;
};

/** A row for each voice, a column for each count; written by key, painted by mouse or finger. */
export const Grid = ({ pattern, rows, handed, mayEdit, onChange, onStruck }: Props) => {
  const id = useId();
  const { beats, meter, grid: divided } = pattern;
  const columns = useMemo(
    () => columnsOf({ beats, meter, grid: divided }),
    [beats, meter, divided],
  );
  const change = useRef(onChange);
  change.current = onChange;
  const setGrid = useCallback((grid: readonly number[]) => change.current({ grid }), []);
  const { cursor, shown, handlers } = useGrid({ pattern, columns, rows, onChange, onStruck });
  const hands = new Map(handed.map(({ voice, at, hand }) => [`${voice} ${at}`, hand]));
  const onGrid = new Set(columns.map(({ at }) => at as number));
  const hidden = strokesOf(pattern).filter(({ at }) => !onGrid.has(at)).length;
  return (
    <div className={classes.frame}>
      <table
        // biome-ignore lint/a11y/noNoninteractiveElementToInteractiveRole: to the keyboard the whole table is one field
        role="grid"
        tabIndex={0}
        aria-label={`${pattern.name}, as a grid`}
        aria-activedescendant={`${id}-${cursor.row}-${cursor.column}`}
        aria-readonly={!mayEdit}
        className={classes.grid}
        style={{ gridTemplateColumns: `auto repeat(${columns.length}, minmax(18px, 34px))` }}
        {...(mayEdit && handlers)}
      >
        <tbody>
          <Divisions
            beats={beats}
            meter={meter}
            grid={divided}
            mayEdit={mayEdit}
            onChange={setGrid}
          />
          <tr className={classes.row}>
            <th>
              <VisuallyHidden>Voice</VisuallyHidden>
            </th>
            {columns.map(({ at, word, strong }) => (
              <th key={at} className={classes.word} data-strong={strong}>
                {word}
              </th>
            ))}
          </tr>
          {rows.map((voice, row) => {
            const strokes = new Map(shown[voice].map((stroke) => [stroke.at, stroke]));
            return (
              <tr key={voice} className={classes.row}>
                <th scope="row" className={classes.voice}>
                  {voiceOf(voice).name} <kbd>{keyOfVoice(voice)}</kbd>
                </th>
                {columns.map(({ at, strong, word }, column) => (
                  <Cell
                    key={at}
                    id={`${id}-${row}-${column}`}
                    place={`${row} ${column}`}
                    voice={voice}
                    word={word}
                    stroke={strokes.get(at)}
                    hand={hands.get(`${voice} ${at}`)}
                    strong={strong}
                    here={cursor.row === row && cursor.column === column}
                  />
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
      {hidden > 0 && (
        <p className={classes.hidden}>
          {hidden} {hidden === 1 ? 'stroke lies' : 'strokes lie'} between these columns.{' '}
          <Button
            variant="subtle"
            size="compact-sm"
            onClick={() =>
              onChange({
                grid: gridFor(
                  pattern,
                  strokesOf(pattern).map(({ at }) => at),
                ),
              })
            }
          >
            Show them
          </Button>
        </p>
      )}
    </div>
  );
};

const PARTS = [1, 2, 3, 4, 5, 6, 8, 12, 16];

type DivisionsProps = Pick<Pattern, 'beats' | 'meter' | 'grid'> & {
  readonly mayEdit: boolean;
  readonly onChange: (grid: readonly number[]) => void;
};

/** Into how many parts each pulse is divided, over its columns. Strokes do not draw it again. */
const Divisions = memo(({ mayEdit, onChange, ...shape }: DivisionsProps) => {
  const pulses = pulsesIn(shape);
  const set = (pulse: number, parts: number) =>
    onChange(pulses.map((_, index) => (index === pulse ? parts : divisionAt(shape, index))));
  return (
    <tr className={classes.row}>
      <th scope="row" className={classes.quiet}>
        divide the beat in
      </th>
      {pulses.map(({ from }, pulse) => {
        const parts = divisionAt(shape, pulse);
        return (
          <td key={from} className={classes.division} style={{ gridColumn: `span ${parts}` }}>
            <NativeSelect
              variant="unstyled"
              rightSectionWidth={0}
              rightSection={<span />}
              aria-label={`Parts of pulse ${pulse + 1}`}
              value={parts}
              disabled={!mayEdit}
              onKeyDown={(event) => event.stopPropagation()}
              onChange={({ currentTarget }) => set(pulse, Number(currentTarget.value))}
            >
              {[...new Set([...PARTS, parts])]
                .sort((one, other) => one - other)
                .map((one) => (
                  <option key={one}>{one}</option>
                ))}
            </NativeSelect>
          </td>
        );
      })}
    </tr>
  );
});

type CellProps = {
  readonly id: string;
  readonly place: string;
  readonly voice: VoiceId;
  readonly word: string;
  readonly stroke: Stroke | undefined;
  readonly hand: string | undefined;
  readonly strong: string;
  readonly here: boolean;
};

/** Drawn again only where something in it has changed: a long pattern has a thousand of them. */
const Cell = memo(({ id, place, voice, word, stroke, hand, strong, here }: CellProps) => (
  <td
    id={id}
    data-cell={place}
    data-strong={strong}
    data-here={here}
    data-on={stroke !== undefined}
    aria-label={`${voiceOf(voice).name}, ${word}${stroke ? `: ${strokeWords(voice, stroke)}` : ''}`}
    className={classes.cell}
  >
    {stroke && (
      <span
        className={classes.stroke}
        data-force={stroke.force ?? 'plain'}
        data-given={stroke.hand !== undefined}
        data-foot={voiceOf(voice).limb === 'foot'}
      >
        {signOf(voice, stroke)}
        {voiceOf(voice).limb === 'hand' && <i>{hand}</i>}
      </span>
    )}
  </td>
));

const SIGNS: Readonly<Record<string, string>> = {
  'half-open': '◐',
  open: '○',
  'cross-stick': '×',
  rim: '⊗',
  bell: '◆',
  edge: '∕',
  splash: '○',
};
const ORNAMENTS: Readonly<Record<string, string>> = {
  flam: 'f',
  drag: 'd',
  ruff: 'r',
  buzz: 'z',
  roll: '≡',
};

const signOf = (voice: VoiceId, { how, ornament, after, shoulder }: Stroke): string =>
  [
    shoulder ? '–' : '',
    SIGNS[articulationOf(voice, how).id] ?? '',
    ORNAMENTS[ornament ?? ''] ?? '',
    after === 'choke' ? '’' : '',
  ].join('');

/** A stroke in words, for who cannot see its signs. */
const strokeWords = (voice: VoiceId, stroke: Stroke): string =>
  [
    articulationOf(voice, stroke.how).name,
    { accent: 'accent', ghost: 'ghost note', '': '' }[stroke.force ?? ''],
    stroke.ornament,
    stroke.hand && { R: 'right', L: 'left', B: 'both hands' }[stroke.hand],
    stroke.after && { choke: 'choked', ring: 'let ring' }[stroke.after],
    stroke.shoulder && 'shoulder of the stick',
  ]
    .filter(Boolean)
    .join(', ');
