'use client';

import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
} from 'chart.js';
import { useEffect, useRef } from 'react';
import type { Day } from '@/core/practice/plan';
import { dateWords } from './days';
import classes from './Practise.module.css';

Chart.register(
  BarController,
  BarElement,
  CategoryScale,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
);

type Props = {
  readonly first: Day;
  /** From the first day on. */
  readonly minutes: readonly number[];
  /** What was clean, as a share of its tempo. */
  readonly lines: readonly {
    readonly name: string;
    readonly points: readonly { readonly day: Day; readonly share: number }[];
  }[];
};

const POINTS = ['circle', 'rect', 'triangle', 'rectRot'] as const;
const COLOURS = ['--accent', '--level-5', '--level-3', '--quiet'] as const;

/** Minutes a day as bars, clean tempos as lines. */
export const LogChart = ({ first, minutes, lines }: Props) => {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (!canvas.current) return;
    const style = getComputedStyle(canvas.current);
    const colour = (name: string) => style.getPropertyValue(name).trim();
    Chart.defaults.font.family = style.fontFamily;
    const quiet = { color: colour('--quiet') };
    const chart = new Chart(canvas.current, {
      data: {
        labels: minutes.map((_, at) => dateWords(first + at)),
        datasets: [
          ...lines.map(({ name, points }, index) => ({
            type: 'line' as const,
            label: name,
            yAxisID: 'share',
            spanGaps: true,
            pointStyle: POINTS[index]!,
            pointRadius: 4,
            borderWidth: 2,
            borderColor: colour(COLOURS[index]!),
            backgroundColor: colour(COLOURS[index]!),
            data: minutes.map((_, at) => {
              const shares = points
                .filter(({ day }) => day === first + at)
                .map(({ share }) => share * 100);
              return shares.length > 0 ? Math.max(...shares) : null;
            }),
          })),
          {
            type: 'bar' as const,
            label: 'minutes',
            yAxisID: 'minutes',
            backgroundColor: colour('--level-1'),
            data: [...minutes],
          },
        ],
      },
      options: {
        animation: false,
        maintainAspectRatio: false,
        scales: {
          x: { ticks: { ...quiet, maxRotation: 0, autoSkipPadding: 16 }, grid: { display: false } },
          minutes: {
            position: 'right',
            beginAtZero: true,
            title: { display: true, text: 'minutes', ...quiet },
            ticks: quiet,
            grid: { display: false },
          },
          ...(lines.length > 0 && {
            share: {
              position: 'left',
              suggestedMin: 60,
              suggestedMax: 100,
              title: { display: true, text: '% of its tempo', ...quiet },
              ticks: quiet,
              grid: { color: colour('--line') },
            },
          }),
        },
        plugins: {
          legend: {
            align: 'start',
            labels: { color: colour('--ink'), usePointStyle: true, boxHeight: 7 },
          },
        },
      },
    });
    return () => chart.destroy();
  }, [first, minutes, lines]);
  return (
    <div className={classes.chart}>
      <canvas
        ref={canvas}
        role="img"
        aria-label="Minutes a day, and how near to its tempo each thing was clean"
      />
    </div>
  );
};
