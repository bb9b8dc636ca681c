import type { Metadata } from 'next';
import { RecoverPage } from '@/ui/people/RecoverPage';

export const metadata: Metadata = {
  title: 'A new passphrase',
  robots: { index: false, follow: false },
};
export const dynamic = 'force-dynamic';

const Page = () => <RecoverPage />;

export default Page;
