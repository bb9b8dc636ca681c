/**
 * A length of time as a clock shows it, rounded to whole seconds.
 *
 * @param time seconds; a negative time gets a minus sign
 * @example clock(192.4) // => '3:12'
 * @example clock(3723) // => '1:02:03'
 * @example clock(-0.4) // => '0:00'
 * @example clock(-65) // => '−1:05'
 */
export const clock = (time: number): string => {
  const whole = Math.round(Math.abs(time));
  const sign = time < 0 && whole > 0 ? '−' : '';
  const two = (value: number) => String(value).padStart(2, '0');
  const [hours, minutes, rest] = [
    Math.floor(whole / 3600),
    Math.floor(whole / 60) % 60,
    whole % 60,
  ];
  return hours > 0
    ? `${sign}${hours}:${two(minutes)}:${two(rest)}`
    : `${sign}${minutes}:${two(rest)}`;
};

/**
 * A time to the millisecond, without needless noughts: a place in a recording.
 *
 * @param time seconds; a negative time gets a hyphen
 * @example exactClock(161) // => '2:41'
 * @example exactClock(3.25) // => '0:03.25'
 * @example exactClock(-61.5) // => '-1:01.5'
 */
export const exactClock = (time: number): string => {
  const milli = Math.round(Math.abs(time) * 1000);
  const [minutes, rest] = [Math.floor(milli / 60_000), milli % 60_000];
  const [whole, part] = [Math.floor(rest / 1000), rest % 1000];
  const decimals = part === 0 ? '' : `.${String(part).padStart(3, '0').replace(/0+$/, '')}`;
  return `${time < 0 && milli > 0 ? '-' : ''}${minutes}:${String(whole).padStart(2, '0')}${decimals}`;
};

const CLOCK = /^([-−])?(?:(?:(\d{1,2}):)?(\d{1,4}):)?(\d{1,5}(?:[.,]\d{1,3})?)\s*s?$/;

/**
 * A time as typed: `2:41`, `1:02:03.5`, `41.7`, `41.7 s`.
 *
 * @returns seconds; nothing where it is no time
 * @example parseClock('2:41') // => 161
 * @example parseClock('1:02:03.5') // => 3723.5
 * @example parseClock('41,7 s') // => 41.7
 * @example parseClock('1:75') // => undefined
 */
export const parseClock = (text: string): number | undefined => {
  const match = CLOCK.exec(text.trim());
  if (!match) return undefined;
  const [, sign, hours = '0', minutes = '0', last = ''] = match;
  const rest = Number(last.replace(',', '.'));
  if (match[3] !== undefined && rest >= 60) return undefined;
  const time = Number(hours) * 3600 + Number(minutes) * 60 + rest;
  return sign ? -time : time;
};
