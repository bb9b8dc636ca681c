'use client';

import {
  Chart,
  type ChartDataset,
  Legend,
  LinearScale,
  PointElement,
  ScatterController,
  Tooltip,
} from 'chart.js';
import { useEffect, useRef } from 'react';
import { type VoiceId, voiceOf } from '@/core/music/kit';
import type { Met } from '@/core/practice/rounds';
import classes from './Practice.module.css';

Chart.register(ScatterController, PointElement, LinearScale, Legend, Tooltip);

type Props = {
  readonly met: readonly Met[];
  /** The bar that a place of the program (s) lies in, and how far: 9.5 is half-way through bar 9. */
  readonly barAt: (place: number) => number;
};

/** So many voices are told apart by colour and shape; the others are drawn like the last. */
const LOOKS = [
  ['--accent', 'circle'],
  ['--level-5', 'rect'],
  ['--level-3', 'triangle'],
  ['--quiet', 'cross'],
] as const;
/** Further off (ms) no stroke is. */
const FARTHEST = 50;

/** How early and late each stroke of a round came, along its bars. */
const StrokesChart = ({ met, barAt }: Props) => {
  const canvas = useRef<HTMLCanvasElement>(null);
  const chart = useRef<Chart>(undefined);
  useEffect(() => {
    if (!canvas.current) return;
    const style = getComputedStyle(canvas.current);
    const colour = (name: string) => style.getPropertyValue(name).trim();
    Chart.defaults.font.family = style.fontFamily;
    const axis = (title: string, stepSize: number) => ({
      title: { display: true, text: title, color: colour('--quiet') },
      ticks: { color: colour('--quiet'), stepSize },
      grid: { color: colour('--line') },
    });
    chart.current = new Chart(canvas.current, {
      type: 'scatter',
      data: { datasets: [] },
      options: {
        animation: false,
        maintainAspectRatio: false,
        scales: {
          x: axis('Bar', 1),
          y: { ...axis('ms early (−) and late', FARTHEST / 2), min: -FARTHEST, max: FARTHEST },
        },
        plugins: {
          legend: {
            align: 'start',
            labels: { color: colour('--ink'), usePointStyle: true, boxHeight: 7 },
          },
        },
      },
    });
    return () => chart.current?.destroy();
  }, []);
  useEffect(() => {
    if (!canvas.current || !chart.current) return;
    const style = getComputedStyle(canvas.current);
    const voices = [...new Set(met.map(({ voice }) => voice))];
    chart.current.data.datasets = voices.map((voice, index): ChartDataset<'scatter'> => {
      const [colour, pointStyle] = LOOKS[Math.min(index, LOOKS.length - 1)]!;
      const drawn = style.getPropertyValue(colour).trim();
      return {
        label: voiceOf(voice as VoiceId).name,
        pointStyle,
        pointRadius: 4,
        borderColor: drawn,
        backgroundColor: drawn,
        data: met
          .filter((one) => one.voice === voice)
          .map(({ place, late }) => ({ x: barAt(place), y: late * 1000 })),
      };
    });
    chart.current.update();
  }, [met, barAt]);
  return (
    <div className={classes.chart}>
      <canvas ref={canvas} role="img" aria-label="How early and late each stroke came" />
    </div>
  );
};

export default StrokesChart;
