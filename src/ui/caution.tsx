import { TriangleAlert } from 'lucide-react';
import type { ReactNode } from 'react';

/** The usual caution, where the act happens. Label, local law and licensed practice decide. */
export function Caution({ children }: { children: ReactNode }) {
  return (
    <p className="flex gap-2 text-small text-careful">
      <TriangleAlert size={17} className="mt-0.5 flex-none" aria-hidden />
      <span>{children}</span>
    </p>
  );
}
