import type { Metadata } from 'next';
import { deputy } from '@/server/http';
import { DeputyDoor } from '@/ui/deputy/DeputyDoor';

export const metadata: Metadata = {
  title: 'For a deputy',
  robots: { index: false, follow: false },
};

const Page = async () => <DeputyDoor isOpen={(await deputy()) !== undefined} />;

export default Page;
