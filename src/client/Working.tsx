'use client';

import { X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { createContext, type ReactNode, useCallback, useContext, useEffect, useState } from 'react';
import type { Working as CoreWorking } from '@/core/calculation';
import { figures, marked } from '@/core/quantities/format';

export type WorkingRequest = { id: string; input: unknown; about?: string };
type Shown = {
  title: string;
  source: string;
  validWhen: string;
  cautions: string[];
  working: CoreWorking;
  about?: string;
};

const Context = createContext<(r: WorkingRequest) => void>(() => {});

/** Opens the working of a number in the drawer at the right. */
export const useWorking = () => useContext(Context);

export function WorkingProvider({ children }: { children: ReactNode }) {
  const [shown, setShown] = useState<Shown | null>(null);
  const [failed, setFailed] = useState('');
  const open = useCallback(async (r: WorkingRequest) => {
    setFailed('');
    try {
      const response = await fetch('/api/calc', { method: 'POST', body: JSON.stringify({ id: r.id, input: r.input }) });
      const body = await response.json();
      if (response.ok) setShown({ ...body, about: r.about });
      else setFailed(body.error ?? 'The working could not be made.');
    } catch {
      setFailed('No connection: the working could not be fetched.');
    }
  }, []);
  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      if (
        e.key !== 'w' ||
        e.ctrlKey ||
        e.metaKey ||
        (e.target as HTMLElement).closest('input, textarea, select, [role=dialog]')
      )
        return;
      const at = (document.activeElement?.closest('[data-working]') ??
        document.querySelector('main [data-working]')) as HTMLElement | null;
      at?.click();
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);
  return (
    <Context.Provider value={open}>
      {children}
      <Dialog.Root
        open={shown !== null || failed !== ''}
        onOpenChange={(o) => {
          if (o) return;
          setShown(null);
          setFailed('');
        }}
      >
        <Dialog.Portal>
          <Dialog.Content
            className="fixed top-0 right-0 z-30 h-dvh w-[min(440px,100vw)] overflow-auto border-l border-strong bg-sheet p-5"
            aria-describedby={undefined}
          >
            <div className="mb-3 flex items-start justify-between gap-3">
              <Dialog.Title className="text-[1.1rem] font-bold">Working{shown && `: ${shown.title}`}</Dialog.Title>
              <Dialog.Close className="p-1 text-soft hover:text-ink" aria-label="Close">
                <X size={20} />
              </Dialog.Close>
            </div>
            {failed && <p className="text-loss">{failed}</p>}
            {shown && <WorkingView {...shown} />}
          </Dialog.Content>
        </Dialog.Portal>
      </Dialog.Root>
    </Context.Provider>
  );
}

/** A working as it is read: formula, steps with the figures put in, notes, source, cautions. */
export function WorkingView({ working, source, validWhen, cautions, about }: Omit<Shown, 'title'>) {
  return (
    <div className="flex flex-col gap-3 text-[0.95rem]">
      {about && <p>{about}</p>}
      <p className="border-l-[3px] border-deep pl-3">{marked(working.formula)}</p>
      <table className="ledger">
        <tbody>
          {working.steps.map((s) => (
            <tr key={s.name}>
              <td>
                <span className="text-soft">{s.says}</span>
                <br />
                <span className="font-mono text-[0.82rem] [overflow-wrap:anywhere]">
                  {s.name} = {marked(s.expression)}
                </span>
              </td>
              <td className="num font-bold">
                {figures(s.value, 5)}
                {s.unit && <span className="ml-1 font-normal text-soft">{s.unit}</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {working.notes?.map((n) => (
        <p key={n}>{n}</p>
      ))}
      <p className="text-soft">
        Holds when: {validWhen}
        <br />
        Source: {source}
      </p>
      {cautions.map((c) => (
        <p key={c} className="text-careful">
          {c}
        </p>
      ))}
    </div>
  );
}

/** A number whose working opens on click or by `w`. */
export function Worked({ request, children }: { request: WorkingRequest; children: ReactNode }) {
  const open = useWorking();
  return (
    <button
      type="button"
      data-working={request.id}
      className="cursor-pointer text-left decoration-soft decoration-dotted underline-offset-4 hover:underline"
      title="Show the working (w)"
      onClick={() => void open(request)}
    >
      {children}
    </button>
  );
}
