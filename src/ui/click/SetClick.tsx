'use client';

import { type ClickSettings, sayOfClick } from '@/core/music/click';
import type { Meter } from '@/core/music/time';
import type { Edit } from '../document';
import { ClickSettingsForm } from './ClickSettingsForm';
import type { Say } from './Fields';
import { useSpeaks } from './useSpeaks';

type Props = {
  readonly said: ClickSettings;
  readonly band: ClickSettings;
  readonly edit: Edit;
  readonly mayEdit: boolean;
};

const METER: Meter = { numerator: 4, denominator: 4 };

/** The click of a set, against what the band says. */
const SetClick = ({ said, band, edit, mayEdit }: Props) => {
  const speaks = useSpeaks();
  const say: Say = (field, value) => edit(sayOfClick(field, value));
  return (
    <ClickSettingsForm
      said={said}
      above={[band]}
      as="as the band"
      onSay={say}
      mayEdit={mayEdit}
      meter={METER}
      perMinute={120}
      speaks={speaks}
    />
  );
};

export default SetClick;
