import type { Metadata } from 'next';
import { notFound, redirect } from 'next/navigation';
import { visitor } from '@/server/http';
import { keptLetters } from '@/server/mail';
import { Mailbox } from '@/ui/account/Mailbox';

export const metadata: Metadata = { title: 'Mailbox', robots: { index: false, follow: false } };
export const dynamic = 'force-dynamic';

/** What would have been sent, where mail is only tried out. */
const Page = async () => {
  const letters = await keptLetters();
  if (!letters) notFound();
  if (!(await visitor())) redirect('/');
  return <Mailbox letters={letters} />;
};

export default Page;
