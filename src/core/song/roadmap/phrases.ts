/** The usual length that music is felt in. */
export const USUAL_PHRASE = 4;

/**
 * How a number of bars is counted: in phrases, with what is left over last. Common practice, no
 * source.
 *
 * @param phrase the length that the section is felt in, in bars
 * @example phrases(7) // => [4, 3]
 * @example phrases(10) // => [4, 4, 2]
 */
export const phrases = (bars: number, phrase = USUAL_PHRASE): number[] => {
  const whole = Array<number>(Math.floor(bars / phrase)).fill(phrase);
  return bars % phrase === 0 ? whole : [...whole, bars % phrase];
};

/**
 * Whether a length breaks the phrase; one and two bars alone, or half a phrase, do not.
 *
 * @example isOdd(7) // => true
 * @example isOdd(8) // => false
 */
export const isOdd = (bars: number, phrase = USUAL_PHRASE): boolean =>
  bars > 2 && bars % phrase !== 0 && bars * 2 !== phrase;

/**
 * The bars as they are counted: `16`, but `4+3` for seven, since an odd length is what goes wrong.
 * A long odd section is cut short: `4×7+2`.
 * @example countedAs(10) // => '4+4+2'
 */
export const countedAs = (bars: number, phrase = USUAL_PHRASE): string => {
  if (!isOdd(bars, phrase)) return String(bars);
  const whole = Math.floor(bars / phrase);
  return whole <= 3 ? phrases(bars, phrase).join('+') : `${phrase}×${whole}+${bars % phrase}`;
};
