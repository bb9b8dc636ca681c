import type { Operation } from '../../base/document';
import {
  type ClickSettings,
  type ClickSettingsField,
  type FullClickSettings,
  hasNoOverrides,
  NO_OVERRIDES,
} from './settings';

/** What a band, a set or a song says of one thing in its click; null takes it back. */
export const sayOfClick = <F extends ClickSettingsField>(
  field: F,
  value: FullClickSettings[F] | null,
): Operation[] => [{ type: 'set', in: 'click', fields: { [field]: value } }];

/** A section's own click settings with one thing said; null once it says nothing at all. */
export const withSaid = <F extends ClickSettingsField>(
  clickSettings: ClickSettings | null,
  field: F,
  value: FullClickSettings[F] | null,
): ClickSettings | null => {
  const said = { ...(clickSettings ?? NO_OVERRIDES), [field]: value };
  return hasNoOverrides(said) ? null : said;
};
