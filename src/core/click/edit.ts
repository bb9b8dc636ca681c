import type { Operation } from '../document';
import { type Design, type DesignField, type FullDesign, isUnsaid, UNSAID } from './design';

/** What a band, a set or a song says of one thing in its click; null takes it back. */
export const sayOfClick = <F extends DesignField>(
  field: F,
  value: FullDesign[F] | null,
): Operation[] => [{ type: 'set', in: 'click', fields: { [field]: value } }];

/** A section's own design with one thing said; null once it says nothing at all. */
export const withSaid = <F extends DesignField>(
  design: Design | null,
  field: F,
  value: FullDesign[F] | null,
): Design | null => {
  const said = { ...(design ?? UNSAID), [field]: value };
  return isUnsaid(said) ? null : said;
};
