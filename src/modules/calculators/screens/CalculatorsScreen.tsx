'use client';

import { useEffect, useState } from 'react';
import { useSession } from '@/client/session';
import { WorkingView } from '@/client/Working';
import type { Working } from '@/core/calculation';
import { figures } from '@/core/quantities/format';
import { Link } from '@/ui/Link';
import { Table } from '@/ui/Table';
import { Editor } from './Editor';
import { perOunce, unitFor, words } from './keys';
import { LookupTable } from './LookupTable';
import type { Shape } from './shape';

export type CalculatorEntry = { id: string; title: string; group: string };
export type CalculatorOpen = {
  id: string;
  title: string;
  asks: string;
  example: unknown;
  source: string;
  shape: Shape;
  /** The fixed words of its answers, as they stand in the contract. */
  answers: readonly string[];
  /** It takes seconds: no table is made of it. */
  slow?: boolean;
};
type Answer = {
  output: Record<string, unknown>;
  working: Working;
  title: string;
  source: string;
  validWhen: string;
  cautions: string[];
};

/** Just let me reckon this: every calculation with its figures to change, its answer and its working. */
export function CalculatorsScreen({ list, open }: { list: CalculatorEntry[]; open: CalculatorOpen }) {
  const [input, setInput] = useState<unknown>(open.example);
  const [answer, setAnswer] = useState<Answer | null>(null);
  const [error, setError] = useState<{ path: string; text: string } | null>(null);
  useEffect(() => {
    setInput(open.example);
    setAnswer(null);
  }, [open]);
  useEffect(() => {
    const stop = new AbortController();
    const timer = setTimeout(() => {
      void fetch('/api/calc', { method: 'POST', body: JSON.stringify({ id: open.id, input }), signal: stop.signal })
        .then(async (r) => {
          const body = await r.json();
          if (r.ok) {
            setAnswer(body);
            setError(null);
          } else setError({ path: body.path ?? '', text: body.error ?? 'cannot be reckoned' });
        })
        .catch((e: Error) => {
          if (e.name !== 'AbortError') setError({ path: '', text: 'No connection: the figures stay here.' });
        });
    }, 120);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [input, open.id]);
  const groups = [...new Set(list.map((c) => c.group))];
  return (
    <div className="grid min-h-full grid-cols-[250px_minmax(0,1fr)_minmax(0,400px)] max-lg:grid-cols-1">
      <nav aria-label="Calculations" className="border-r border-rule px-4 py-4 max-lg:border-b">
        <h1 className="mb-3">Calculators</h1>
        {groups.map((g) => (
          <section key={g} className="mb-3">
            <h2 className="text-soft">{g}</h2>
            <ul>
              {list
                .filter((c) => c.group === g)
                .map((c) => (
                  <li key={c.id}>
                    <Link
                      href={`/calculators?calc=${c.id}`}
                      aria-current={c.id === open.id ? 'page' : undefined}
                      className={`block border-l-[3px] py-0.5 pl-2 text-ink no-underline ${c.id === open.id ? 'border-deep font-bold' : 'border-transparent hover:border-rule'}`}
                    >
                      {c.title}
                    </Link>
                  </li>
                ))}
            </ul>
          </section>
        ))}
      </nav>
      <section className="min-w-0 px-6 py-4" aria-label={open.title}>
        <h2 className="text-lead">{open.title}</h2>
        <p className="quiet mb-4">{open.asks}</p>
        <Editor value={input} shape={open.shape} onChange={setInput} path="" wrong={error?.path ?? ''} />
        {error && (
          <p role="alert" className="mt-3 text-loss">
            {error.text}
          </p>
        )}
        {answer && !error && (
          <dl className="mt-5 border-t border-strong pt-3" data-testid="calculator-output">
            <OutputRows value={inWords(answer.output, open.answers) as Record<string, unknown>} />
          </dl>
        )}
        {answer && !error && !open.slow && <LookupTable key={open.id} id={open.id} input={input} />}
      </section>
      <aside className="border-l border-rule bg-sheet px-5 py-4 max-lg:border-t max-lg:border-l-0" aria-label="Working">
        <h2 className="mb-2">Working</h2>
        {answer && !error ? (
          <WorkingView
            working={answer.working}
            source={answer.source}
            validWhen={answer.validWhen}
            cautions={answer.cautions}
          />
        ) : (
          <p className="quiet">Appears with the answer.</p>
        )}
      </aside>
    </div>
  );
}

function OutputRows({ value, prefix = '' }: { value: Record<string, unknown>; prefix?: string }) {
  const us = useSession().units === 'us';
  return (
    <>
      {Object.entries(value).map(([k, v]) => {
        const name = `${prefix}${words(k)}`;
        if (v === null || v === undefined) return null;
        if (typeof v === 'number')
          return (
            <div key={k} className="flex items-baseline justify-between border-b border-rule py-1" data-output={k}>
              <dt className="text-soft">{name}</dt>
              <dd className="text-lead font-bold">
                {figures(v, 6)} <span className="text-small font-normal text-soft">{unitFor(k)}</span>
                {us && perOunce(k, v) && (
                  <span className="block text-right text-small font-normal text-soft">{perOunce(k, v)}</span>
                )}
              </dd>
            </div>
          );
        if (typeof v === 'boolean' || typeof v === 'string')
          return (
            <div key={k} className="flex items-baseline justify-between border-b border-rule py-1">
              <dt className="text-soft">{name}</dt>
              <dd className="font-bold">{textOf(v)}</dd>
            </div>
          );
        if (k === 'warnings' && Array.isArray(v))
          return v.map((w) => (
            <p key={String(w)} className="py-1 text-careful">
              {String(w)}
            </p>
          ));
        if (Array.isArray(v)) {
          if (v.length === 0 || k === 'progress') return null;
          if (v.every(isRow)) return <OutputTable key={k} name={name} rows={v} />;
          return v
            .slice(0, SHOWN)
            .map((x, i) =>
              x && typeof x === 'object' && !Array.isArray(x) ? (
                <OutputRows key={i} value={x as Record<string, unknown>} prefix={`${name} ${i + 1}: `} />
              ) : (
                <OutputRows key={i} value={{ [`${k} ${i + 1}`]: x }} />
              ),
            );
        }
        return <OutputRows key={k} value={v as Record<string, unknown>} prefix={`${name}: `} />;
      })}
    </>
  );
}

/** An answer with the fixed words of the contract as they are read. */
function inWords(value: unknown, fixed: readonly string[]): unknown {
  if (typeof value === 'string') return fixed.includes(value) ? words(value) : value;
  if (Array.isArray(value)) return value.map((v) => inWords(v, fixed));
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, inWords(v, fixed)]));
}

/** Rows and figures of a list that are shown: the command line gives them all. */
const SHOWN = 200;

/** What is no figure: yes and no, instants to the minute, words as they are. */
function textOf(v: unknown): string {
  if (typeof v === 'boolean') return v ? 'yes' : 'no';
  const instant = /^(\d{4}-\d\d-\d\d)T(\d\d:\d\d).*Z$/.exec(String(v));
  return instant ? `${instant[1]} ${instant[2]} UTC` : String(v ?? '');
}

/** A thing of figures and words alone, or a list of them: a row of a table. */
const isRow = (x: unknown): x is Record<string, unknown> =>
  x !== null && typeof x === 'object' && Object.values(x).every((y) => y === null || typeof y !== 'object');

/** A list of like things, one a row. */
function OutputTable({ name, rows }: { name: string; rows: Record<string, unknown>[] }) {
  const keys = [...new Set(rows.flatMap((r) => Object.keys(r)))].slice(0, SHOWN);
  return (
    <div className="overflow-x-auto border-b border-rule py-2">
      <dt className="text-soft">{name}</dt>
      <dd>
        <Table>
          {!Array.isArray(rows[0]) && (
            <thead>
              <tr>
                {keys.map((k) => (
                  <th key={k}>
                    {words(k)} {unitFor(k)}
                  </th>
                ))}
              </tr>
            </thead>
          )}
          <tbody>
            {rows.slice(0, SHOWN).map((r, i) => (
              <tr key={i}>
                {keys.map((k) => (
                  <td key={k} className={typeof r[k] === 'number' ? 'num font-bold' : 'whitespace-nowrap'}>
                    {typeof r[k] === 'number' ? figures(r[k], 6) : textOf(r[k])}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </Table>
        {rows.length > SHOWN && <p className="quiet">and {rows.length - SHOWN} more</p>}
      </dd>
    </div>
  );
}
