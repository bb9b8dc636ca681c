import { type ComponentType, lazy, Suspense } from 'react';

/** Stands in for `next/dynamic`: a component that is drawn once its code is here. */
export const dynamic = <P extends object>(load: () => Promise<{ default: ComponentType<P> }>) => {
  const Late = lazy(load);
  return (props: P) => (
    <Suspense fallback={null}>
      <Late {...props} />
    </Suspense>
  );
};
