import type { Metadata } from 'next';
import { GuidePage } from '@/ui/guide/GuidePage';

export const metadata: Metadata = { title: 'Guide' };

const Page = () => <GuidePage />;

export default Page;
