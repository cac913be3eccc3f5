'use client';

import { createContext, type ReactNode, useContext, useEffect, useMemo, useState } from 'react';
import type { Shorthand } from '@/core/shorthand/reading';
import { trace } from '@/core/shorthand/trace';
import type { ActForms } from './actForms';

const Context = createContext<readonly ActForms[] | null>(null);

/**
 * Gives the forms of all acts to the sheet, to corrections and to the log line. They are fetched after the page is drawn:
 * no page waits for them, and offline they are there.
 */
export function ActFormsProvider({
  load,
  children,
}: {
  load: () => Promise<readonly ActForms[]>;
  children: ReactNode;
}) {
  const [forms, setForms] = useState<readonly ActForms[] | null>(null);
  useEffect(() => {
    let gone = false;
    void load().then((list) => {
      if (!gone) setForms(list);
    });
    return () => {
      gone = true;
    };
  }, [load]);
  return <Context.Provider value={forms}>{children}</Context.Provider>;
}

/** The same with forms at hand. */
export const ActFormsAtHand = Context.Provider;

/** The forms of all acts; null until they have come. */
export const useActForms = (): readonly ActForms[] | null => useContext(Context);

/** How the acts of the house are said in a line, and what the line does besides; null until they have come. */
export function useShorthands(): readonly Shorthand[] | null {
  const forms = useActForms();
  return useMemo(() => forms && [...forms.flatMap((f) => f.shorthand ?? []), trace], [forms]);
}
