type Said = {
  readonly conducts: boolean;
  /** Another who conducts. */
  readonly conductor: string | undefined;
  readonly follows: boolean;
  /** Milliseconds since the conductor was heard. */
  readonly silent: number;
  /** By how much this device's clock may be off, in milliseconds. */
  readonly doubt: number | undefined;
  /** What the conductor waits for; nothing while the music goes by. */
  readonly waits: string | undefined;
};

/** The conductor tells something every four seconds: after this (ms) something is wrong. */
const ALONE_AFTER = 10_000;

/** How it stands with a show: `Follows Wren Halloway, within 4 ms`. */
export const showWords = (said: Said, now = new Date()): string => {
  const { conducts, conductor, follows, silent, doubt, waits } = said;
  const within = doubt === undefined ? '' : `, within ${Math.max(1, Math.round(doubt))} ms`;
  if (conducts) return `You conduct${within}`;
  if (conductor === undefined) return '';
  if (silent > ALONE_AFTER) {
    const since = new Date(now.getTime() - silent);
    const time = since.toLocaleTimeString('en-GB', {
      hour: '2-digit',
      minute: '2-digit',
      second: '2-digit',
    });
    return `${conductor} was last heard at ${time}: going on alone`;
  }
  if (waits !== undefined) return `Everybody waits${waits ? `: ${waits}` : ''}`;
  return follows ? `Follows ${conductor}${within}` : `${conductor} conducts`;
};
