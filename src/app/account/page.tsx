import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { forPage, sessionHere, visitor } from '@/server/http';
import { accountOf, deletedBands } from '@/server/people';
import { AccountPage } from '@/ui/account/AccountPage';

export const metadata: Metadata = { title: 'Account' };
export const dynamic = 'force-dynamic';

const Page = async () => {
  const who = await visitor();
  const session = await sessionHere();
  if (!who || !session) redirect('/');
  const { account, deleted } = await forPage(async (db) => ({
    account: await accountOf(db, who.member),
    deleted: await deletedBands(db),
  }));
  return <AccountPage account={account} session={session} bands={who.bands} deleted={deleted} />;
};

export default Page;
