import { fail, type Result } from '../../base/result';
import type { FullClickSettings, Silence } from './settings';

/** `2 on 2 off`, `30 % 7`, `ones`, `never`. */
export const silenceText = (silence: Silence): string => {
  if (silence.kind === 'bars') return `${silence.on} on ${silence.off} off`;
  if (silence.kind === 'chance') return `${silence.percent} % ${silence.seed}`;
  return silence.kind;
};

const SILENCE = 'Bars left out are written 4 on 2 off, 30 % (by chance), ones, or never.';

/**
 * Bars that are left out, as typed.
 *
 * @example parseSilence('4 on 2 off') // => { ok: true, value: { kind: 'bars', on: 4, off: 2 } }
 */
export const parseSilence = (text: string): Result<Silence> => {
  const words = text.trim().toLowerCase();
  if (words === 'downbeats' || words === 'never') return { ok: true, value: { kind: words } };
  const bars = /^(\d{1,2}) ?on,? ?(\d{1,2}) ?off$/.exec(words);
  if (bars) return { ok: true, value: { kind: 'bars', on: Number(bars[1]), off: Number(bars[2]) } };
  const chance = /^(\d{1,2}) ?%(?: ?(\d{1,6}))?$/.exec(words);
  if (!chance) return fail('invalid', '', SILENCE);
  return {
    ok: true,
    value: { kind: 'chance', percent: Number(chance[1]), seed: Number(chance[2] ?? 1) },
  };
};

/** `3 over 2`, `none`. */
export const polyrhythmText = ({ notes, pulses }: FullClickSettings['polyrhythm']): string =>
  notes === pulses ? 'none' : `${notes} over ${pulses}`;

/** Notes across pulses, as typed: `3 over 2`, `3:2`, `none`. */
export const parsePolyrhythm = (text: string): Result<FullClickSettings['polyrhythm']> => {
  if (/^(none|)$/i.test(text.trim())) return { ok: true, value: { notes: 1, pulses: 1 } };
  const found = /^(\d{1,2}) ?(?:over|:) ?(\d{1,2})$/i.exec(text.trim());
  if (!found) return fail('invalid', '', 'Notes across pulses are written 3 over 2.');
  return { ok: true, value: { notes: Number(found[1]), pulses: Number(found[2]) } };
};
