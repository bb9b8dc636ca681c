import type { Line } from './line';
import { countsAt, isBars, isText, numberAt, past, unitAt } from './numbers';
import type { Extra, Start } from './step';

/** What stands before the name of a section: a place in a recording, bars from and to, a length. */
export type Lead = Pick<Start, 'bars' | 'times' | 'inRecording' | 'firstBar' | 'inBars'> & {
  readonly to: number;
  readonly cost: number;
  readonly extra?: Extra;
};

/** Every such thing that may begin with a token; the first is nothing at all. */
export const leadsAt = (line: Line, index: number): readonly Lead[] => {
  const none = { to: index, cost: 0 };
  const { numberless } = line;
  return numberless
    ? [none]
    : [none, ...clockAt(line, index), ...rangesAt(line, index), ...lengthsAt(line, index)];
};

const MARKS = ['-', ':', '.', ')', ']', '|', ',', '·', '"', '*', '='] as const;

/** `0:16`, `(0:16) -`, `0:16-0:48`, with a length behind it or not. */
const clockAt = (line: Line, index: number): Lead[] => {
  const at = isText(line, index, '(', '[') ? index + 1 : index;
  const clock = line.tokens[at];
  if (clock?.kind !== 'clock') return [];
  const isRange = isText(line, at + 1, '-') && line.tokens[at + 2]?.kind === 'clock';
  const to = past(line, at + (isRange ? 3 : 1), ...MARKS);
  return [{ to, cost: 0 }, ...lengthsAt(line, to)].map((lead) => ({
    ...lead,
    inRecording: clock.value,
  }));
};

const MOST_BARS = 2000;

/** `bars 9-24`, `25-32`, `mm. 1 to 8`, `Bar 9`. */
const rangesAt = (line: Line, index: number): Lead[] => {
  const unit = unitAt(line, index);
  const isNamed = unit?.unit === 'bar';
  const from = numberAt(line, isNamed ? unit.to : index);
  if (!from) return [];
  const joint = isText(line, from.to, '-', 'to', 'bis', 'a');
  const to = joint ? numberAt(line, from.to + 1) : undefined;
  const firstBar = from.value;
  if (to && to.value >= firstBar && to.value <= MOST_BARS) {
    const behind = unitAt(line, to.to);
    const end = past(line, behind?.unit === 'bar' ? behind.to : to.to, ...MARKS);
    return [{ to: end, cost: isNamed ? 0 : 0.1, bars: to.value - firstBar + 1, firstBar }];
  }
  // The next first bar says how long it is.
  return isNamed && !to ? [{ to: past(line, from.to, ...MARKS), cost: -0.3, firstBar }] : [];
};

/** `8 bars of`, `16`, `First 8 bars:`. A number alone is a length where others stand before names. */
const lengthsAt = (line: Line, index: number): Lead[] => {
  const first = isText(line, index, 'first', 'next', 'the', 'a', 'last') ? index + 1 : index;
  return countsAt(line, first)
    .filter(isBars)
    .map(({ to, value, unit, times }) => ({
      to: past(line, to, 'of', 'the', 'de', 'just', ':', 'a'),
      cost: unit ? 0.02 : 0.05,
      ...(!unit && { extra: { plain: 0.45, counted: 0.45 } }),
      bars: value,
      ...(unit && { inBars: true }),
      ...(times && { times }),
    }));
};
