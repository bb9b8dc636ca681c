import { perMinuteAt } from '@/core/music/time';
import { type TempoSegment, type Timeline, toldTempos } from '@/core/song/timeline';
import { round, type Scale, xOf } from './scale';

/** The hair line of the tempo: corners, and figures where it changes by enough to be told. */
export type TempoLine = {
  readonly points: string;
  readonly figures: readonly { readonly x: number; readonly y: number; readonly text: string }[];
};

/** The line rises and falls with the tempo within a band; a song at one tempo has a straight one. */
export const tempoLine = (
  scale: Scale,
  { tempo, seconds: end, ticks }: Timeline,
  unit: Parameters<typeof perMinuteAt>[1],
  band: { readonly top: number; readonly bottom: number },
): TempoLine => {
  const speeds = tempo.flatMap(({ from, to }) => [from, to]);
  const [slowest, fastest] = [Math.min(...speeds), Math.max(...speeds)];
  const yFor = (speed: number) =>
    fastest === slowest
      ? band.bottom
      : band.bottom - ((speed - slowest) / (fastest - slowest)) * (band.bottom - band.top);
  const corners = tempo.flatMap((segment, index) => {
    const stop = tempo[index + 1]?.startSeconds ?? end;
    return [
      { x: xOf(scale, segment.startSeconds), y: yFor(segment.from) },
      { x: xOf(scale, stop), y: yFor(segment.to) },
    ];
  });
  const figure = (speed: TempoSegment['from'], time: number) => ({
    x: xOf(scale, time),
    y: yFor(speed),
    text: tempoFigure(perMinuteAt(speed, unit)),
  });
  const told = toldTempos(tempo);
  const changes = told.flatMap((segment) => {
    const before = tempo[tempo.indexOf(segment) - 1];
    return before && before.to === segment.from ? [] : [figure(segment.from, segment.startSeconds)];
  });
  const arrivals = told.flatMap((segment) =>
    segment.from === segment.to || segment.startTicks + segment.length > ticks
      ? []
      : [figure(segment.to, tempo[tempo.indexOf(segment) + 1]?.startSeconds ?? end)],
  );
  return {
    points: corners.map(({ x, y }) => `${round(x)},${round(y)}`).join(' '),
    figures: [...changes, ...arrivals].sort((a, b) => a.x - b.x),
  };
};

/** A tempo in the fewest digits that are true to a tenth. */
export const tempoFigure = (perMinute: number): string => String(Math.round(perMinute * 10) / 10);
