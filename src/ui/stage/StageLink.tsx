'use client';

import { IconDeviceTablet } from '@tabler/icons-react';
import { useRouter } from 'next/navigation';
import { useCommands } from '../shared/commands';
import { HeadLink } from '../shared/HeadLink';
import { useShow } from './show/useShow';

type Props = {
  readonly href: string;
  /** The set whose show may be running. */
  readonly set?: string;
};

/** Leads to the stage view, also by its key; says so where somebody conducts there. */
export const StageLink = ({ href, set }: Props) => {
  const router = useRouter();
  const show = useShow(set);
  useCommands([
    { id: 'stage', label: 'Open the stage view', keys: 'S', run: () => router.push(href) },
  ]);
  return (
    <HeadLink
      href={href}
      label={show ? `Stage: ${show.conductor} conducts` : 'Stage'}
      title="Stage view (S)"
      icon={<IconDeviceTablet size={17} aria-hidden="true" />}
      said={show !== undefined}
    />
  );
};
