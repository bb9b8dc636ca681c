import { valueWords } from '../../base/document';
import { type Meter, meterText } from '../../music/time';

type Named = Readonly<Record<string, unknown>>;

/**
 * A field of a record and its value as a drummer says them: `tempo 112`, `meter 7/8`, `bars 16`.
 *
 * @example fieldWords('tempo', { perMinute: 112, unit: 'quarter' }) // => 'tempo 112'
 * @example fieldWords('countIn', 6) // => 'count-in 6'
 */
export const fieldWords = (field: string, value: unknown): string =>
  `${CALLED[field] ?? field} ${saidValue(field, value)}`;

const CALLED: Readonly<Record<string, string>> = {
  countIn: 'count-in',
  slotMinutes: 'slot',
  inRecording: 'place in the recording',
  clickSettings: 'click',
  order: 'place',
  within: 'place',
};

const saidValue = (field: string, value: unknown): string => {
  const record = (typeof value === 'object' && value !== null ? value : {}) as Named;
  if (field === 'tempo' && typeof record.perMinute === 'number') return String(record.perMinute);
  if (field === 'meter' && record.numerator) return meterText(record as unknown as Meter);
  if (field === 'level' && record.from)
    return record.from === record.to ? String(record.from) : `${record.from} to ${record.to}`;
  return valueWords(value);
};
