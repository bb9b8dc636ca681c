import { leftovers } from './leftovers';
import { isSeparator, type Line, meaningsAt, perToken } from './line';
import { countsAt, isBars, isCross, isText, numberAt, timesAt } from './numbers';
import { sayings } from './sayings';
import { starts } from './starts';
import { COST, type Step } from './step';

/** Everything that the tokens from one on may be taken for. */
export const stepsAt = perToken((line, index): readonly Step[] => [
  ...starts(line, index),
  ...counts(line, index),
  ...sayings(line, index),
  ...leftovers(line, index),
]);

/** `head, 3 choruses`: a number behind a mark and before a name belongs to what follows. */
const leadsOn = (line: Line, index: number, to: number): boolean => {
  const before = line.tokens[index - 1];
  return before !== undefined && isSeparator(before) && meaningsAt(line, to, 'name').length > 0;
};

/** How long and how often a section is, behind its name. */
const counts = perToken((line, index): readonly Step[] => {
  const clause = line.clauses[index]!;
  const pointed = line.pointed[index] && !isText(line, index - 1, 'for');
  // A beat, rather than a length: `auf der 1`, `on 2+4`.
  const asideOf = (value: number) => (value < 5 || (clause.wordy && !clause.named) ? 0.9 : 0.4);
  // `drums: 3 bar lead into B3?` says nothing of the section before.
  const asked = clause.asks && !clause.named ? 2 * COST.asked : 0;
  const lengths = countsAt(line, index)
    .filter(isBars)
    .map(({ to, value, unit, times, cost }): Step => {
      const each = isText(line, to, 'each');
      return {
        to: each ? to + 1 : to,
        cost:
          cost +
          asked +
          (unit ? 0 : (pointed ? asideOf(value) : 0) + (leadsOn(line, index, to) ? 0.8 : 0)),
        ...(!unit && { extra: { before: 0.6 } }),
        does: {
          does: 'count',
          bars: value,
          ...(times && { times }),
          ...(each && { each }),
          ...(unit && { inBars: true }),
        },
      };
    });
  const times = timesAt(line, index).map(({ times: count, to, cost }): Step => {
    return { to, cost, does: { does: 'count', times: count } };
  });
  // `VERSE x 16`
  const behind = isCross(line, index) ? numberAt(line, index + 1) : undefined;
  return behind && behind.value > 4
    ? [
        ...lengths,
        ...times,
        { to: behind.to, cost: 0.4, does: { does: 'count', bars: behind.value } },
      ]
    : [...lengths, ...times];
});
