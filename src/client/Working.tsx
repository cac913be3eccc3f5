'use client';

import { createContext, type ReactNode, useCallback, useContext, useEffect, useState } from 'react';
import type { Working as CoreWorking } from '@/core/calculation';
import { figures, marked } from '@/core/quantities/format';
import { Button } from '@/ui/Button';
import { Dialog } from '@/ui/Dialog';
import { Table } from '@/ui/Table';

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
      <Dialog
        title={`Working${shown ? `: ${shown.title}` : ''}`}
        side="edge"
        open={shown !== null || failed !== ''}
        onOpenChange={(o) => {
          if (o) return;
          setShown(null);
          setFailed('');
        }}
      >
        {failed && <p className="text-loss">{failed}</p>}
        {shown && <WorkingView {...shown} />}
      </Dialog>
    </Context.Provider>
  );
}

/** A working as it is read: formula, steps with the figures put in, notes, source, cautions. */
export function WorkingView({ working, source, validWhen, cautions, about }: Omit<Shown, 'title'>) {
  return (
    <div className="flex flex-col gap-3 text-body">
      {about && <p>{about}</p>}
      <p className="border-l-[3px] border-deep pl-3">{marked(working.formula)}</p>
      <Table>
        <tbody>
          {working.steps.map((s) => (
            <tr key={s.name}>
              <td>
                <span className="text-soft">{s.says}</span>
                <br />
                <span className="font-mono text-mark [overflow-wrap:anywhere]">
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
      </Table>
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
    <Button
      kind="bare"
      data-working={request.id}
      className="cursor-pointer text-left decoration-soft decoration-dotted underline-offset-4 hover:underline"
      title="Show the working (w)"
      onClick={() => void open(request)}
    >
      {children}
    </Button>
  );
}
