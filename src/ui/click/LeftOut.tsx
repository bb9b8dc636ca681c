'use client';

import { useEffect, useState } from 'react';
import type { Announcement } from '@/core/playing/speech';
import { type Program, songAt } from '@/core/song/set';
import { barAtSeconds } from '@/core/song/timeline';
import { useTransport } from '../transport';
import classes from './Click.module.css';

/** So many are named; of the others it is said how many they are. */
const SHOWN = 8;

/** What is asked to be spoken, and finds no room at the speed that is set. */
export const LeftOut = () => {
  const { page, rate } = useTransport();
  const program = page?.program;
  const [left, setLeft] = useState<readonly Announcement[]>([]);
  useEffect(() => {
    let over = false;
    if (!program) return;
    void import('../transport/voice')
      .then(({ leftOut }) => leftOut(program, rate))
      .then((found) => over || setLeft(found));
    return () => {
      over = true;
    };
  }, [program, rate]);
  if (!program || left.length === 0) return null;
  return (
    <div className={classes.hint}>
      <p>Not spoken, for want of room{rate === 1 ? '' : ` at ${Math.round(rate * 100)} %`}:</p>
      <ul>
        {left.slice(0, SHOWN).map((one) => (
          <li key={`${one.place} ${one.wordings[0]?.text}`}>
            “{one.wordings[0]?.text}”, {placeWords(program, one)}
          </li>
        ))}
        {left.length > SHOWN && <li>and {left.length - SHOWN} more</li>}
      </ul>
    </div>
  );
};

const placeWords = (program: Program, { of, place }: Announcement): string => {
  const song = songAt(program, place)?.song;
  if (!song) return '';
  const where = program.songs.length > 1 ? `${song.title}, ` : '';
  if (of === 'count') return `${where}in the count`;
  return `${where}before bar ${barAtSeconds(song.timeline, place - song.barOne)?.played ?? 1}`;
};
