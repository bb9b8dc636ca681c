import { HAPPENINGS, OFTEN_SHORT } from '../vocabulary/names';
import { leadsAt } from './leads';
import type { Meaning } from './lexicon';
import { type Line, perToken } from './line';
import { namesAt, ownNames } from './names';
import { countsAt, past } from './numbers';
import { added, COST, type Step } from './step';

/** Every section that may begin with a token: what leads to its name, the name, its number. */
export const starts = perToken((line, index): readonly Step[] =>
  leadsAt(line, index).flatMap(({ to: at, cost, extra, ...said }) => {
    const begun = at > index || line.begins[index]! || line.pure;
    const names = [
      ...namesAt(line, at),
      ...(begun ? ownNames(line, at, said.bars !== undefined) : []),
    ];
    return names.map(({ to, name, base, guesses, ...own }): Step => {
      const tiny = said.bars !== undefined && said.bars < 4 && !OFTEN_SHORT.has(base);
      const doubts =
        (tiny ? 0.3 : 0) +
        (begun ? 0 : COST.notAtStart) +
        (line.pointed[index] ? pointing(line, to) : 0) +
        (isSung(line, to) ? COST.sung : 0) +
        (HAPPENINGS.has(base) && said.bars === undefined && !hasLength(line, to)
          ? COST.happening
          : 0) +
        (line.clauses[index]!.asks ? COST.asked : 0) -
        // `End: ring out`
        (at === 0 && line.tokens[to]?.text === ':' ? COST.headed : 0);
      return {
        to,
        cost: cost + own.cost + doubts,
        ...added(extra, own.extra),
        does: { does: 'start', start: { name, guesses, ...said } },
      };
    });
  }),
);

/** `come in for the first verse (16 bars)` is more than pointed at. */
const pointing = (line: Line, to: number): number => {
  const [length] = countsAt(line, past(line, to, '('));
  return length?.unit === 'bar' ? COST.pointedWithBars : COST.pointed;
};

const hasLength = (line: Line, to: number): boolean =>
  countsAt(line, past(line, to, '(', '-', ':', '=', 'for', 'is')).length > 0;

/** A line without a number that goes on with words: `Turn it, turn it`. */
const isSung = (line: Line, to: number): boolean =>
  line.numberless &&
  line.tokens[to]?.kind === 'word' &&
  !line.matches[to]!.some(({ meaning }) => SAID.has(meaning.kind));

const SAID: ReadonlySet<Meaning['kind']> = new Set<Meaning['kind']>([
  ...(['times', 'said', 'fill', 'until', 'hold', 'link', 'name', 'kind'] as const),
  ...(['repeat', 'jump'] as const),
]);
