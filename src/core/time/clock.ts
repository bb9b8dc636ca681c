/**
 * A length of time as a clock shows it, rounded to whole seconds.
 *
 * @param time seconds; a negative time gets a minus sign
 * @example clock(192.4) // '3:12'
 * @example clock(3723) // '1:02:03'
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
