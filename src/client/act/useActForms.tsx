'use client';

import {
  createContext,
  type ReactNode,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useState,
  useSyncExternalStore,
} from 'react';
import type { Shorthand } from '@/core/shorthand/reading';
import { trace } from '@/core/shorthand/trace';
import { Button } from '@/ui/Button';
import type { ActForms } from './actForms';

/** How soon forms that did not come are fetched again. */
const AGAIN_MS = 3000;
/** A page that nobody touches fetches them all the same: the connection may go while it lies open. */
const UNTOUCHED_MS = 5000;
const TOUCHES = ['pointerdown', 'pointermove', 'keydown', 'focusin', 'scroll'] as const;

const Context = createContext<readonly ActForms[] | null>(null);
const Missing = createContext(false);
const Wanted = createContext<() => void>(() => {});

/**
 * Gives the forms of all acts to the sheet, to corrections and to the log line. No page waits for them: they are fetched
 * as soon as anything shows them or the page is touched, and in any case a little later, so that they are there when the
 * connection is not.
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
  const [wanted, setWanted] = useState(false);
  const want = useCallback(() => setWanted(true), []);
  useEffect(() => {
    if (wanted) return;
    const later = setTimeout(want, UNTOUCHED_MS);
    for (const t of TOUCHES) window.addEventListener(t, want, { once: true, passive: true, capture: true });
    return () => {
      clearTimeout(later);
      for (const t of TOUCHES) window.removeEventListener(t, want, { capture: true });
    };
  }, [wanted, want]);
  useEffect(() => {
    if (!wanted) return;
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
  }, [load, wanted]);
  return (
    <Context.Provider value={forms}>
      <Missing.Provider value={missing}>
        <Wanted.Provider value={want}>{children}</Wanted.Provider>
      </Missing.Provider>
    </Context.Provider>
  );
}

/** The same with forms at hand. */
export const ActFormsAtHand = Context.Provider;

/** The forms of all acts; null until they have come. */
export function useActForms(): readonly ActForms[] | null {
  const want = useContext(Wanted);
  useEffect(want, [want]);
  return useContext(Context);
}

/** Whether fetching the forms failed and they have not come since. */
export const useFormsMissing = (): boolean => useContext(Missing);

const onConnection = (changed: () => void) => {
  window.addEventListener('online', changed);
  window.addEventListener('offline', changed);
  return () => {
    window.removeEventListener('online', changed);
    window.removeEventListener('offline', changed);
  };
};

/** What stands in place of forms that did not come. Whatever is half filled asks before the page is left. */
export function FormsMissing() {
  const online = useSyncExternalStore(
    onConnection,
    () => navigator.onLine,
    () => true,
  );
  return (
    <span role="alert" className="flex flex-wrap items-center gap-x-3 text-careful">
      The forms did not reach this page: the connection went while it loaded. Nothing is lost
      {online ? '.' : '; as soon as there is a connection, load it again.'}
      <Button disabled={!online} onClick={() => window.location.reload()}>
        Load the page again
      </Button>
    </span>
  );
}

/** How the acts of the house are said in a line, and what the line does besides; null until they have come. */
export function useShorthands(): readonly Shorthand[] | null {
  const forms = useContext(Context);
  return useMemo(() => forms && [...forms.flatMap((f) => f.shorthand ?? []), trace], [forms]);
}
