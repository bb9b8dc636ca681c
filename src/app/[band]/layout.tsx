import type { ReactNode } from 'react';
import { forPage } from '@/server/http';
import { bandBySlug, ownBands } from '@/server/people';
import { Shell } from '@/ui/shared/Shell';

type Props = { readonly params: Promise<{ band: string }>; readonly children: ReactNode };

const BandLayout = async ({ params, children }: Props) => {
  const { band: slug } = await params;
  const { band, bands, member } = await forPage(async (db, { name }) => ({
    band: await bandBySlug(db, slug),
    bands: await ownBands(db),
    member: name,
  }));
  return (
    <Shell band={band} bands={bands} member={member}>
      {children}
    </Shell>
  );
};

export default BandLayout;
