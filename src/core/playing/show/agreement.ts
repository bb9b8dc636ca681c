/**
 * How a device and the server agree on the time: both ways of an exchange are taken to last equally long,
 * and the exchange that leaves the least doubt counts (RFC 5905, section 8: offset, and half the round trip
 * as the most by which it can be wrong).
 */

/** One question and its answer; times in milliseconds. */
export type Exchange = {
  /** By the device's clock. */
  readonly sent: number;
  /** By the server's clock. */
  readonly answered: number;
  /** By the device's clock. */
  readonly received: number;
};

/** What a device believes of the server's clock. */
export type Agreement = {
  /** Added to the device's clock it is the server's, in milliseconds. */
  readonly offset: number;
  /** The offset is wrong by no more than this, in milliseconds. */
  readonly doubt: number;
};

/** Two clocks may drift apart by so much: 200 millionths. */
const DRIFT = 200e-6;
/** Exchanges that are worth keeping. */
const MOST_KEPT = 12;

/**
 * @param now by the device's clock, in milliseconds
 * @returns nothing before the first exchange
 * @example agreementOf([{ sent: 100, answered: 5010, received: 120 }], 120) // => { offset: 4900, doubt: 10 }
 */
export const agreementOf = (exchanges: readonly Exchange[], now: number): Agreement | undefined => {
  let best: Agreement | undefined;
  for (const { sent, answered, received } of exchanges) {
    const doubt = (received - sent) / 2 + Math.max(0, now - received) * DRIFT;
    if (!best || doubt < best.doubt) best = { offset: answered - (sent + received) / 2, doubt };
  }
  return best;
};

/**
 * Adds an exchange. After the device has slept its clock has stood still, or run on: what was known is void.
 *
 * @param slept whether it has slept since the last one
 */
export const withExchange = (
  exchanges: readonly Exchange[],
  one: Exchange,
  slept = false,
): readonly Exchange[] => [...(slept ? [] : exchanges), one].slice(-MOST_KEPT);
