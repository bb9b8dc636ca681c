import type { Coming } from './receive';

/** How much of it is there, 0 to 1; nothing where that is not known. */
export const share = (coming: Coming | undefined): number | undefined => {
  if (coming?.kind === 'coming') return coming.received / coming.bytes;
  return coming?.kind === 'put' ? coming.done / coming.of : undefined;
};

/**
 * How far a file is.
 *
 * @example howFarWords({ kind: 'waiting', before: 2, seconds: 9 }) // => '2 files before it, about 9 s'
 */
export const howFarWords = (coming: Coming | undefined): string => {
  switch (coming?.kind) {
    case undefined:
      return 'asked for';
    case 'waiting':
      return `${coming.before === 0 ? 'next' : coming.before === 1 ? '1 file before it' : `${coming.before} files before it`}, about ${coming.seconds} s`;
    case 'begun':
      return 'begun';
    case 'put':
      return `song ${coming.done + 1} of ${coming.of}`;
    case 'made':
      return `being made, ${megabytes(coming.bytes)} MB`;
    case 'coming':
      return `${megabytes(coming.received)} of ${megabytes(coming.bytes)} MB, about ${coming.seconds} s more`;
  }
};

const megabytes = (bytes: number): string => (bytes / 1e6).toFixed(1);
