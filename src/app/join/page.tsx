import type { Metadata } from 'next';
import { visitor } from '@/server/http';
import { JoinPage } from '@/ui/people/JoinPage';

export const metadata: Metadata = { title: 'Invitation', robots: { index: false, follow: false } };
export const dynamic = 'force-dynamic';

const Page = async () => <JoinPage member={(await visitor())?.name} />;

export default Page;
