import { setStart } from '../../song/editing';
import { isOdd, phrases } from '../../song/roadmap';
import type { Passage } from '../../song/timeline';
import { type Check, named, remark } from './remark';

/** A length that breaks the phrase, spelt out as it should be counted; once for all of one name. */
const oddLengths: Check = ({ timeline }) => {
  const alike = new Map<string, Passage[]>();
  for (const passage of timeline.passages) {
    if (!isOdd(passage.bars, passage.phrase)) continue;
    const key = `${passage.name} ${passage.bars} ${passage.phrase}`;
    alike.set(key, [...(alike.get(key) ?? []), passage]);
  }
  return [...alike].map(([key, passages]) => {
    const { name, bars, phrase } = passages[0]!;
    const at = passages.map(({ firstPlayed }) => firstPlayed);
    const counted = phrases(bars, phrase);
    const where = at.length === 1 ? `bar ${at[0]}` : `bars ${at.slice(0, 6).join(', ')}`;
    return remark({
      code: 'odd',
      about: [key],
      passage: passages[0],
      sentence: `${named(name)} at ${where} has ${bars} bars${counted.length > 1 ? `: count ${counted.join(' + ')}` : ''}.`,
    });
  });
};

/** A count-in that does not meet the pickup, or bar 1. */
const countIn: Check = ({ map, timeline }) => {
  const { countIn: count, pickup } = map.start;
  const { numerator, denominator } = timeline.countIn.meter;
  const over = (count + pickup) % numerator;
  if (count === 0 || over === 0) return [];
  const meter = `${numerator}/${denominator}`;
  const beat = over + 1;
  const sentence =
    pickup > 0
      ? `A count of ${count} and a pickup of ${pickup} make ${count + pickup} beats of ${meter}: bar 1 comes where beat ${beat} would be.`
      : `A count of ${count} in ${meter} leaves bar 1 where beat ${beat} would be. If something starts there, it is a pickup of ${numerator - over}.`;
  const wanted = numerator - over;
  return [
    remark({
      code: 'count',
      about: [String(count), String(pickup), meter],
      bar: 1,
      sentence,
      fix:
        pickup > 0
          ? { label: `Count ${count + wanted}`, operations: setStart('countIn', count + wanted) }
          : { label: `Pickup of ${wanted}`, operations: setStart('pickup', wanted) },
    }),
  ];
};

export const lengthChecks: readonly Check[] = [oddLengths, countIn];
