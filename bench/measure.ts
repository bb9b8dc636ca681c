/** A line of the table: what, measured, wanted, remark. */
export type Row = readonly [what: string, measured: string, wanted: string, remark: string];

/** The median time of a task in ms, after one run to warm up. */
export const time = (task: () => void, runs: number): number => {
  task();
  return median(
    Array.from({ length: runs }, () => {
      const start = performance.now();
      task();
      return performance.now() - start;
    }),
  );
};

export const median = (values: readonly number[]): number => quantile(values, 0.5);

export const quantile = (values: readonly number[], share: number): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;
};

export const milliseconds = (value: number): string => `${value.toFixed(value < 10 ? 2 : 0)} ms`;

export const table = (rows: readonly Row[]): string => {
  const all: Row[] = [['what', 'measured', 'wanted', 'remark'], ...rows];
  const widths = [0, 1, 2].map((column) => Math.max(...all.map((row) => row[column]!.length)));
  return all
    .map((row) =>
      row
        .map((cell, column) => cell.padEnd(widths[column] ?? 0))
        .join('  ')
        .trimEnd(),
    )
    .join('\n');
};
