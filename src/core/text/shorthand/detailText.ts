import { meterText, type NoteValue } from '../../music/time';
import {
  type Cue,
  type DetailName,
  type Details,
  type DynamicsChange,
  everyText,
  type Fermata,
  type Fill,
  type GrooveChange,
  type Hit,
  levelText,
  type Passes,
  type Position,
  passesText,
  positionText,
  type SectionDetails,
  type TimeChange,
  tempoText,
  type Variation,
} from '../../song/roadmap';
import type { MeterAt } from '../../song/timeline';
import type { NameOf } from './names';
import { saidOf, saidText } from './properties';
import { quote, type Reference, referenceText } from './text';

type Context = {
  readonly meterAt: MeterAt;
  readonly unit: NoteValue;
  readonly nameOf: NameOf;
};

const join = (...words: (string | false | null | undefined)[]): string =>
  words.filter(Boolean).join(' ');

const onText = (passes: Passes | null): string => (passes ? `on ${passesText(passes)}` : '');

const place = (position: Position, { meterAt }: Context): string =>
  positionText(position, meterAt(position.bar));

const until = (to: Position | 'end' | null, context: Context): string =>
  to === null ? '' : `to ${to === 'end' ? 'end' : place(to, context)}`;

/** Always in quotes: it stands among other words. */
const inWords = (reference: Reference): string => referenceText(reference, quote(reference.name));

const played = (reference: Reference | undefined): string =>
  reference ? `plays ${inWords(reference)}` : '';

/** Said of passes that differ in nothing yet. */
export const AS_WRITTEN = 'as written';

type Printers = {
  readonly [Name in DetailName]: (detail: Details[Name], context: Context) => string;
};

/** Each detail as the words behind a semicolon. */
const PRINTERS: Printers = {
  fills: ({ from, to, every, name, notes, pattern, leaves, lands, passes }: Fill, context) =>
    join(
      'fill',
      place(from, context),
      until(to, context),
      everyText(every),
      name && quote(name),
      pattern && played(context.nameOf(pattern)),
      leaves !== 'nothing' && `over ${leaves}`,
      lands !== 'crash' && `lands ${lands}`,
      notes && `note ${quote(notes)}`,
      onText(passes),
    ),
  hits: ({ kind, at, to, every, plays, pattern, andBeat, words, passes }: Hit, context) =>
    join(
      kind,
      place(at, context),
      until(to, context),
      everyText(every),
      pattern ? played(context.nameOf(pattern)) : plays && `plays ${plays}`,
      andBeat && 'and beat',
      words && quote(words),
      onText(passes),
    ),
  grooveChanges: ({ at, to, every, groove, simile, passes }: GrooveChange, context) => {
    const name = groove ? context.nameOf(groove) : undefined;
    return join(
      'from',
      place(at, context),
      name !== undefined && `groove ${inWords(name)}`,
      simile && 'simile',
      until(to, context),
      everyText(every),
      onText(passes),
    );
  },
  dynamics: ({ at, to, level, timekeeper, passes }: DynamicsChange, context) =>
    join(
      'from',
      place(at, context),
      level && `level ${levelText(level)}`,
      timekeeper && `timekeeper ${timekeeper}`,
      until(to, context),
      onText(passes),
    ),
  cues: ({ kind, at, words, warning, by, byEar, passes }: Cue, context) =>
    join(
      'cue',
      place(at, context),
      kind,
      quote(words),
      !(warning.count === 1 && warning.of === 'bars') && `warn ${warning.count} ${warning.of}`,
      by && `by ${quote(by)}`,
      byEar && 'check',
      onText(passes),
    ),
  fermatas: ({ at, seconds, cue, passes }: Fermata, context) =>
    join(
      'fermata',
      at ? place(at, context) : 'end',
      `${seconds} s`,
      cue && quote(cue),
      onText(passes),
    ),
  timeChanges: ({ bar, meter, tempo, toBar, passes }: TimeChange, { unit }) =>
    join(
      `bar ${bar}`,
      meter && `in ${meterText(meter)}`,
      tempo && `tempo ${tempoText(tempo, unit)}`,
      toBar !== null && `to ${toBar}`,
      onText(passes),
    ),
  variations: (variation: Variation, { unit, nameOf }) => {
    const said = saidText(
      {
        ...saidOf(variation, nameOf),
        ...(variation.tacet !== null && { tacet: variation.tacet }),
        ...(variation.click !== null && { click: variation.click }),
      },
      unit,
    );
    return `pass ${passesText(variation.passes)}: ${said.join(', ') || AS_WRITTEN}`;
  },
};

const ORDER: readonly DetailName[] = [
  'timeChanges',
  'variations',
  'grooveChanges',
  'dynamics',
  'fills',
  'hits',
  'cues',
  'fermatas',
];

/** One detail as it is typed. */
export const detailText = <Name extends DetailName>(
  name: Name,
  detail: Details[Name],
  context: Context,
): string => PRINTERS[name](detail, context);

/** All that stands in a section, in one fixed order. */
export const detailTexts = (details: SectionDetails, context: Context): string[] =>
  ORDER.flatMap((name) =>
    [...details[name]]
      .sort((a, b) => placeOf(a) - placeOf(b))
      .map((detail) => detailText(name, detail as never, context)),
  );

/** Those counted from the end come last. */
const placeOf = (detail: Details[DetailName]): number => {
  const at = ('from' in detail && detail.from) || ('at' in detail && detail.at) || null;
  if (at) return (at.bar >= 0 ? at.bar : 1e5 + at.bar) * 1e7 + at.ticks;
  return 'bar' in detail ? (detail.bar as number) : Number.MAX_SAFE_INTEGER;
};
