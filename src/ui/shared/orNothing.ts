import type { ComponentType } from 'react';

/**
 * A part of the page that is fetched when it is first needed, or nothing where it cannot be: without a
 * network what is there stays, rather than the whole page giving way to an error.
 */
export const orNothing = <P>(
  loading: Promise<{ readonly default: ComponentType<P> }>,
): Promise<{ readonly default: ComponentType<P> }> =>
  loading.catch(() => ({ default: () => null }));
