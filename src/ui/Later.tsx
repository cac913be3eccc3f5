'use client';

import { type ReactNode, useSyncExternalStore } from 'react';

const never = () => () => {};

/**
 * What the browser draws by itself once the page stands, instead of the server: what lies far below the fold, and
 * drawings that are many times as long as the figures they are drawn from. The server writes `meanwhile`, which keeps
 * the place.
 */
export function Later({ meanwhile, children }: { meanwhile: ReactNode; children: ReactNode }) {
  const here = useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
  return here ? children : meanwhile;
}
