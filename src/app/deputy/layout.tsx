import type { ReactNode } from 'react';
import { DeputyFrame } from '@/ui/deputy/DeputyFrame';

export const dynamic = 'force-dynamic';

const DeputyLayout = ({ children }: { readonly children: ReactNode }) => (
  <DeputyFrame>{children}</DeputyFrame>
);

export default DeputyLayout;
