'use client';

import { createContext, type ReactNode, useContext } from 'react';

/** Who sits here and how they like their figures; the same for every client component of a page. */
export type SessionInfo = {
  personId: number;
  name: string;
  role: 'manager' | 'culturist' | 'hand' | 'reader';
  units: 'metric' | 'us';
  locale: string;
  theme: 'day' | 'dim';
  timeZone: string;
  siteName: string;
  /** Types of commands that this person may not send, not even as a proposal. */
  barred: readonly string[];
  /** The server's clock at rendering, ms. */
  now: number;
};

const Context = createContext<SessionInfo | null>(null);

export function SessionProvider({ value, children }: { value: SessionInfo; children: ReactNode }) {
  return <Context.Provider value={value}>{children}</Context.Provider>;
}

export function useSession(): SessionInfo {
  const s = useContext(Context);
  if (!s) throw new Error('useSession outside the frame');
  return s;
}
