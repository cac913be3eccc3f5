'use client';

import { createContext, type ReactNode, useContext, useEffect, useMemo, useState } from 'react';
import type { Shorthand } from '@/core/shorthand/reading';
import { trace } from '@/core/shorthand/trace';
import type { ActForms } from './actForms';

/** How soon forms that did not come are fetched again. */
const AGAIN_MS = 3000;

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
    let again: ReturnType<typeof setTimeout> | undefined;
    const fetchThem = () =>
      load().then(
        (list) => {
          if (!gone) setForms(list);
        },
        // The connection went while they were on their way: until they have come nothing can be recorded here.
        () => {
          if (!gone) again = setTimeout(fetchThem, AGAIN_MS);
        },
      );
    void fetchThem();
    return () => {
      gone = true;
      clearTimeout(again);
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
