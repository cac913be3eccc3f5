import { NuqsTestingAdapter } from 'nuqs/adapters/testing';
import type { ReactNode } from 'react';

/** What stands in the address, and what a test begins with. */
export const address = { search: '' };

/** Stands in for the address of Next in tests of components: it remembers what is written into it. */
export function NuqsAdapter({ children }: { children: ReactNode }) {
  return (
    <NuqsTestingAdapter
      hasMemory
      searchParams={address.search}
      rateLimitFactor={0}
      onUrlUpdate={(e) => {
        address.search = e.queryString;
      }}
    >
      {children}
    </NuqsTestingAdapter>
  );
}
