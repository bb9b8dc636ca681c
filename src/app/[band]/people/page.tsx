import type { Metadata } from 'next';
import { bandsForPage, forPage } from '@/server/http';
import { auditOf, bandMembers, openInvitations } from '@/server/people';
import { PeoplePage } from '@/ui/people/PeoplePage';

export const metadata: Metadata = { title: 'People' };

type Props = { readonly params: Promise<{ band: string }> };

const Page = async ({ params }: Props) => {
  const { band: slug } = await params;
  const { band } = await bandsForPage(slug);
  const { me, ...shown } = await forPage(async (db, { member }) => ({
    me: member,
    members: await bandMembers(db, band.id),
    // For all but leaders these are empty.
    invitations: await openInvitations(db, band.id),
    audited: await auditOf(db, band.id),
  }));
  return <PeoplePage key={band.slug} band={band} me={me} {...shown} />;
};

export default Page;
