'use client';

import { createContext, type ReactNode, useContext, useEffect, useMemo, useState } from 'react';
import type { Shorthand } from '@/core/shorthand/reading';
import { trace } from '@/core/shorthand/trace';
import { Button } from '@/ui/Button';
import type { ActForms } from './actForms';

/** How soon forms that did not come are fetched again. */
const AGAIN_MS = 3000;

const Context = createContext<readonly ActForms[] | null>(null);
const Missing = createContext(false);

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
  const [missing, setMissing] = useState(false);
  useEffect(() => {
    let gone = false;
    let again: ReturnType<typeof setTimeout> | undefined;
    const fetchThem = () =>
      load().then(
        (list) => {
          if (gone) return;
          setForms(list);
          setMissing(false);
        },
        // The connection went while they were on their way. Browsers of today may keep a script that failed as failed
        // for the life of the page, so it is tried again and also said: a page loaded anew brings them in any case.
        () => {
          if (gone) return;
          setMissing(true);
          again = setTimeout(fetchThem, AGAIN_MS);
        },
      );
    void fetchThem();
    return () => {
      gone = true;
      clearTimeout(again);
    };
  }, [load]);
  return (
    <Context.Provider value={forms}>
      <Missing.Provider value={missing}>{children}</Missing.Provider>
    </Context.Provider>
  );
}

/** The same with forms at hand. */
export const ActFormsAtHand = Context.Provider;

/** The forms of all acts; null until they have come. */
export const useActForms = (): readonly ActForms[] | null => useContext(Context);

/** Whether fetching the forms failed and they have not come since. */
export const useFormsMissing = (): boolean => useContext(Missing);

/** What stands in place of forms that did not come. Whatever is half filled asks before the page is left. */
export function FormsMissing() {
  return (
    <span role="alert" className="flex flex-wrap items-center gap-x-3 text-careful">
      The forms did not reach this page: the connection went while it loaded. Nothing is lost.
      <Button onClick={() => window.location.reload()}>Load the page again</Button>
    </span>
  );
}

/** How the acts of the house are said in a line, and what the line does besides; null until they have come. */
export function useShorthands(): readonly Shorthand[] | null {
  const forms = useActForms();
  return useMemo(() => forms && [...forms.flatMap((f) => f.shorthand ?? []), trace], [forms]);
}
