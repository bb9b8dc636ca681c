import { memo } from 'react';
import type { Timeline } from '@/core/song/timeline';
import { textWidth } from './labels';
import classes from './Profile.module.css';
import { round, type Scale, xOf } from './scale';

type Props = { readonly timeline: Timeline; readonly scale: Scale; readonly y: number };

type Bracket = { readonly start: number; readonly end: number; readonly text: string };

/** A bracket under each pass of a repeat: `2 of 3`. */
export const Passes = memo(({ timeline, scale, y }: Props) => {
  const brackets = bracketsOf(timeline);
  if (brackets.length === 0) return null;
  const line = brackets
    .map(({ start, end }) => {
      const [left, right] = [round(xOf(scale, start) + 1.5), round(xOf(scale, end) - 1.5)];
      return `M${left} ${y - 5}V${y}H${right}V${y - 5}`;
    })
    .join('');
  return (
    <g>
      <path d={line} className={classes.bracket} />
      {brackets.map(({ start, end, text }) => {
        const room = (end - start) * scale.perSecond;
        return (
          room > textWidth(text, 12.5) + 12 && (
            <text key={start} x={xOf(scale, start) + 7} y={y - 5} className={classes.bar}>
              {text}
            </text>
          )
        );
      })}
    </g>
  );
});

/** Passes of the outermost repeats. */
const bracketsOf = ({ passages }: Timeline): Bracket[] => {
  const brackets: (Bracket & { readonly key: string })[] = [];
  for (const { trail, startSeconds, seconds } of passages) {
    const outer = trail[0];
    if (!outer) continue;
    const key = `${outer.repeat}.${outer.pass}`;
    const last = brackets.at(-1);
    const end = startSeconds + seconds;
    if (last?.key === key) brackets[brackets.length - 1] = { ...last, end };
    else brackets.push({ key, start: startSeconds, end, text: `${outer.pass} of ${outer.of}` });
  }
  return brackets;
};
