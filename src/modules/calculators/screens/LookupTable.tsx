'use client';

import { useEffect, useState } from 'react';
import { decimalOf, numberText } from '@/client/inputs';
import { useSession } from '@/client/session';
import { figuresIn, type LookupTable as Lookup, MOST_LINES } from '@/core/lookup';
import { figures } from '@/core/quantities/format';
import { Fold } from '@/ui/Fold';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { Table } from '@/ui/Table';
import { perOunce, unitFor, words } from './keys';

/** What the wall chart says: the answer over a span of one of the figures, for printing and for who has no screen at hand. */
export function LookupTable({ id, input }: { id: string; input: unknown }) {
  return (
    <Fold className="mt-4" title={<span className="link">As a table</span>}>
      <Made id={id} input={input} />
    </Fold>
  );
}

const numberAt = (input: unknown, path: string): number =>
  path
    .split(/[.[\]]+/)
    .filter(Boolean)
    .reduce<unknown>((x, k) => (x as Record<string, unknown> | undefined)?.[k], input) as number;

const nameOf = (path: string): string => {
  const key = path
    .split(/[.[]/)
    .filter((p) => !/^\d+\]?$/.test(p))
    .at(-1)!;
  const nth = /\[(\d+)\]$/.exec(path);
  return `${words(key)}${nth ? ` ${Number(nth[1]) + 1}` : ''}${unitFor(key) ? `, ${unitFor(key)}` : ''}`;
};

function Made({ id, input }: { id: string; input: unknown }) {
  const { locale, units } = useSession();
  const us = units === 'us';
  const paths = figuresIn(input);
  const [chosen, setOver] = useState('');
  const over = paths.includes(chosen) ? chosen : (paths[0] ?? '');
  const now = over ? numberAt(input, over) : 0;
  const [typed, setTyped] = useState<{ over: string; from: string; to: string; lines: string } | null>(null);
  const span =
    typed?.over === over
      ? typed
      : { over, from: numberText(now / 2, locale, 3), to: numberText(now * 1.5, locale, 3), lines: '11' };
  const [from, to, lines] = [span.from, span.to, span.lines].map((t) => decimalOf(t, locale));
  const [made, setMade] = useState<Lookup | null>(null);
  const [error, setError] = useState<{ path: string; text: string } | null>(null);
  const asked = JSON.stringify({ id, input, over, from: from!.value, to: to!.value, lines: lines!.value });
  useEffect(() => {
    const stop = new AbortController();
    const timer = setTimeout(() => {
      void fetch('/api/calc/table', { method: 'POST', body: asked, signal: stop.signal })
        .then(async (r) => {
          const body = await r.json();
          setMade(r.ok ? body : null);
          setError(r.ok ? null : { path: body.path ?? '', text: body.error ?? 'cannot be made' });
        })
        .catch((e: Error) => {
          if (e.name !== 'AbortError') setError({ path: '', text: 'No connection: the figures stay here.' });
        });
    }, 200);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [asked]);
  if (!over) return <p className="quiet">Nothing of it is a figure that could be varied.</p>;
  const set = (more: Partial<typeof span>) => setTyped({ ...span, ...more });
  const keys = (made?.keys ?? []).slice(0, 6);
  const wrong = (path: string, own: string | null | undefined) => own ?? (error?.path === path ? error.text : null);
  return (
    <div data-testid="lookup">
      <div className="mb-2 flex flex-wrap items-start gap-3">
        <SelectField
          label="Over"
          value={over}
          onChange={setOver}
          options={paths.map((p) => ({ value: p, label: nameOf(p) }))}
          className="w-[14rem]"
        />
        <TextField
          label="from"
          inputMode="decimal"
          className="w-[6rem]"
          value={span.from}
          onChange={(v) => set({ from: v })}
          error={wrong('from', from!.error)}
        />
        <TextField
          label="to"
          inputMode="decimal"
          className="w-[6rem]"
          value={span.to}
          onChange={(v) => set({ to: v })}
          error={wrong('to', to!.error)}
        />
        <TextField
          label="lines"
          inputMode="numeric"
          className="w-[5rem]"
          value={span.lines}
          onChange={(v) => set({ lines: v })}
          error={wrong('lines', lines!.error)}
          hint={`up to ${MOST_LINES}`}
        />
      </div>
      {error && !['from', 'to', 'lines'].includes(error.path) && <p className="text-loss">{error.text}</p>}
      {made && (
        <div className="overflow-x-auto">
          <Table>
            <thead>
              <tr>
                <th className="num">{nameOf(over)}</th>
                {keys.map((k) => (
                  <th key={k} className="num">
                    {words(k)} {unitFor(k)}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {made.rows.map((r) => (
                <tr key={r.at}>
                  <td className="num font-bold">{figures(r.at, 5)}</td>
                  {r.why ? (
                    <td colSpan={Math.max(1, keys.length)} className="text-soft">
                      {r.why}
                    </td>
                  ) : (
                    keys.map((k, i) => (
                      <td key={k} className="num">
                        {r.figures[i] === null || r.figures[i] === undefined ? '' : figures(r.figures[i]!, 4)}
                        {us && r.figures[i] && perOunce(k, r.figures[i]!) && (
                          <span className="quiet block text-small">{perOunce(k, r.figures[i]!)}</span>
                        )}
                      </td>
                    ))
                  )}
                </tr>
              ))}
            </tbody>
          </Table>
        </div>
      )}
    </div>
  );
}
