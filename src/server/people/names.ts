import 'server-only';
import { remove } from 'confusables';

/**
 * What a name looks like: two names of one shape are hard to tell apart on a screen. Letters of other
 * scripts count as the Latin ones that they resemble (after Unicode Technical Standard #39, section 4,
 * in the table of a package), one and ell and zero and oh as one.
 *
 * @example shapeOf('Wren Hа11oway') === shapeOf('wren  halloway') // a Cyrillic а, two ones
 */
export const shapeOf = (name: string): string =>
  remove(name.normalize('NFKC'))
    .toLowerCase()
    .replace(/[1|!]/g, 'l')
    .replace(/0/g, 'o')
    .replace(/i/g, 'l')
    .replace(/[\s._-]+/g, ' ')
    .trim();
