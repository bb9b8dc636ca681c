import 'server-only';

/** What is written down of an error: enough to find it, nothing that anybody has typed. */
export type Fault = {
  readonly name: string;
  readonly message: string;
  readonly code?: string;
  readonly constraint?: string;
  /** The places in the code, without the message that a stack begins with. */
  readonly stack: readonly string[];
};

/** Whoever serves the process puts its log here; without one, faults go to standard error. */
type Sink = (fault: Fault, request: string | undefined) => void;
const holder = globalThis as { ebrantFaults?: Sink };

export const reportFaultsTo = (sink: Sink): void => {
  holder.ebrantFaults = sink;
};

/** Writes down a fault of our own. @param request the id of the request in which it came up */
export const reportFault = (error: unknown, request?: string): void => {
  if (holder.ebrantFaults) holder.ebrantFaults(faultOf(error), request);
  else console.error(error);
};

/**
 * An error as it may be written down. Messages quote what was read, be it a query's value or the body
 * of a request: whatever stands in quotation marks is left out.
 */
export const faultOf = (error: unknown): Fault => {
  if (!(error instanceof Error))
    return { name: typeof error, message: unquoted(String(error)), stack: [] };
  const {
    name,
    message,
    stack = '',
    code,
    constraint,
  } = error as Error & { code?: unknown; constraint?: unknown };
  return {
    name,
    message: unquoted(message),
    ...(typeof code === 'string' && { code }),
    ...(typeof constraint === 'string' && { constraint }),
    stack: stack
      .split('\n')
      .filter((line) => /^\s+at /.test(line))
      .map((line) => line.trim()),
  };
};

/**
 * A text without what it quotes, and no longer than a line.
 *
 * @example unquoted('bad uuid: "Wren"') // => 'bad uuid: …'
 */
export const unquoted = (text: string): string =>
  text.replace(/["'`“‘].*["'`”’]/gs, '…').slice(0, 300);
