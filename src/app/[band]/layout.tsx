import type { ReactNode } from 'react';
import { bandsForPage, isCrowded, visitor } from '@/server/http';
import { Drawn } from '@/ui/shared/Drawn';
import { Shell } from '@/ui/shared/Shell';

type Props = { readonly params: Promise<{ band: string }>; readonly children: ReactNode };

const BandLayout = async ({ params, children }: Props) => {
  const { band: slug } = await params;
  const { band, bands } = await bandsForPage(slug);
  const who = await visitor();
  return (
    <Drawn here={!isCrowded()}>
      <Shell band={band} bands={bands} member={{ id: who?.member ?? '', name: who?.name ?? '' }}>
        {children}
      </Shell>
    </Drawn>
  );
};

export default BandLayout;
