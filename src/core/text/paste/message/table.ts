/**
 * Lines from a spreadsheet, whose columns a heading names, as plain lines; all others as they are.
 */
export const tableRows = (lines: readonly string[]): string[] => {
  const separator = [/\t/, /\s*\|\s*/, /;/, /,/, /\s{2,}/].find((one) =>
    lines.some((line) => headingOf(line, one)),
  );
  if (!separator)
    return lines.map((line) => line.replaceAll('\t', ' - ').replace(/^( - )+|( - )+$/g, ''));
  const at = lines.findIndex((line) => headingOf(line, separator));
  const columns = headingOf(lines[at]!, separator)!;
  return lines.map((line, index) => {
    if (index < at || line.trim() === '') return line;
    if (index === at || /^[\s|:-]+$/.test(line)) return '';
    const cells = split(line, separator);
    const cellOf = (column: Column) => cells[columns.indexOf(column)] ?? '';
    const [first, last] = [cellOf('first'), cellOf('last')];
    const known = cellOf('bars') !== '';
    const range =
      known || !/^\d+$/.test(first)
        ? ''
        : /^\d+$/.test(last)
          ? `bars ${first}-${last}`
          : `bar ${first}`;
    return [range, ...columns.map((column, place) => worded(column, cells[place] ?? ''))]
      .filter(Boolean)
      .join(' - ');
  });
};

type Column = 'name' | 'bars' | 'times' | 'tempo' | 'start' | 'first' | 'last' | 'number' | 'note';

const HEADINGS: readonly (readonly [RegExp, Column])[] = [
  [/^(?:section|part|form|name|what|segment)s?$/i, 'name'],
  [/^(?:bars?|measures?|length|# ?bars|no\.? of bars|len)$/i, 'bars'],
  [/^(?:times|repeats?|x|reps?)$/i, 'times'],
  [/^(?:tempo|bpm)$/i, 'tempo'],
  [/^(?:time|at)$/i, 'start'],
  [/^(?:start|from|first(?: bar)?|bar|begins?)$/i, 'first'],
  [/^(?:to|until|last(?: bar)?|ends?)$/i, 'last'],
  [/^(?:#|no\.?|nr\.?|order)$/i, 'number'],
  [/^(?:notes?|comments?|remarks?|drums|feel|dynamics?|cues?)$/i, 'note'],
];

const split = (line: string, separator: RegExp): string[] =>
  line
    .replace(/^\s*\|/, '')
    .replace(/\|\s*$/, '')
    .split(separator)
    .map((cell) => cell.trim());

/** The columns that a heading line names; nothing where it is none. */
const headingOf = (line: string, separator: RegExp): Column[] | undefined => {
  const cells = split(line, separator);
  if (cells.length < 2) return undefined;
  const columns = cells.map((cell) => HEADINGS.find(([pattern]) => pattern.test(cell))?.[1]);
  return columns.includes('name') && (columns.includes('bars') || columns.includes('first'))
    ? columns.map((column) => column ?? 'note')
    : undefined;
};

const worded = (column: Column, cell: string): string => {
  if (cell === '' || column === 'number' || column === 'last') return '';
  if (column === 'first') return /:/.test(cell) ? cell : '';
  if (column === 'bars' && /^\d+$/.test(cell)) return `${cell} bars`;
  if (column === 'times') return /^\d+$/.test(cell) ? (cell === '1' ? '' : `x${cell}`) : cell;
  if (column === 'tempo' && /^\d/.test(cell)) return `${cell.replace(/ ?bpm/i, '')} bpm`;
  return cell;
};
