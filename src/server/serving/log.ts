import { pino } from 'pino';
import { faultOf, reportFaultsTo, unquoted } from '../running';
import type { Settings } from '../settings';

/**
 * The log of a process: a line of JSON each. Of a request it says its id, the pattern of its route, the
 * answer and the time; no address with anything in it, no header, no body.
 */
export const openLog = (level: Settings['EBRANT_LOG_LEVEL']) => {
  const destination = pino.destination({ fd: 1, sync: true });
  // A full disk, or a reader that is gone: the log has a hole, the application goes on.
  destination.on('error', () => undefined);
  const log = pino(
    { level, base: { pid: process.pid }, timestamp: pino.stdTimeFunctions.isoTime },
    destination,
  );
  reportFaultsTo((fault, request) => log.error({ fault, request }, 'fault'));
  return log;
};

export type Log = ReturnType<typeof openLog>;

/** What the framework prints becomes lines of the log, held to the same care. */
export const takeConsole = (log: Log): void => {
  const line =
    (write: 'error' | 'warn' | 'info') =>
    (...said: unknown[]) => {
      const errors = said.filter((one) => one instanceof Error).map(faultOf);
      const words = said
        .filter((one) => typeof one === 'string')
        .map(unquoted)
        .join(' ')
        .trim();
      log[write]({ ...(errors.length > 0 && { faults: errors }) }, words);
    };
  console.error = line('error');
  console.warn = line('warn');
  console.log = line('info');
  console.info = line('info');
};
