'use client';

import Link from 'next/link';
import { useEffect, useState } from 'react';
import type { Working } from '@/core/calculation';
import { figures } from '@/core/quantities/format';
import type { Dimension } from '@/core/quantities/measure';
import { decimalOf, measureOf, numberText } from '../acts/inputs';
import { useSession } from '../frame/session';
import { WorkingView } from '../frame/Working';

export type BenchEntry = { id: string; title: string; group: string };
export type BenchOpen = { id: string; title: string; asks: string; example: unknown; source: string };
type Answer = {
  output: Record<string, unknown>;
  working: Working;
  title: string;
  source: string;
  validWhen: string;
  cautions: string[];
};

/** Just let me reckon this: every calculation with its figures to change, its answer and its working. */
export function BenchScreen({ list, open }: { list: BenchEntry[]; open: BenchOpen }) {
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
        <h1 className="mb-3">Bench</h1>
        {groups.map((g) => (
          <section key={g} className="mb-3">
            <h2 className="text-soft">{g}</h2>
            <ul>
              {list
                .filter((c) => c.group === g)
                .map((c) => (
                  <li key={c.id}>
                    <Link
                      href={`/bench?calc=${c.id}`}
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
        <h2 className="text-[1.2rem]">{open.title}</h2>
        <p className="quiet mb-4">{open.asks}</p>
        <Editor value={input} onChange={setInput} path="" wrong={error?.path ?? ''} />
        {error && (
          <p role="alert" className="mt-3 text-loss">
            {error.text}
          </p>
        )}
        {answer && !error && (
          <dl className="mt-5 border-t border-strong pt-3" data-testid="bench-output">
            <OutputRows value={answer.output} />
          </dl>
        )}
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

const unitOfKey: [RegExp, string][] = [
  [/Mg?PerL$/, 'mg/L'],
  [/Ml$/, 'mL'],
  [/Mm$/, 'mm'],
  [/Celsius$|^celsius$/, '°C'],
  [/(?:^|[a-z])G$/, 'g'],
  [/Kpa$/, 'kPa'],
  [/Ppt$/, 'ppt'],
  [/M$/, 'm'],
  [/[dD]ays$/, 'days'],
];
const words = (key: string) =>
  key
    .replace(/(MgPerL|Ml|Mm|Celsius|Kpa|Ppt|G|M|PerL)$/, (m) => (m === 'PerL' ? ' per litre' : ''))
    .replace(/([A-Z])/g, ' $1')
    .toLowerCase()
    .trim() || key;
const unitFor = (key: string) => unitOfKey.find(([r]) => r.test(key))?.[1] ?? '';

/** Fields made from the shape of the example: numbers, texts, lists of rows. */
function Editor({
  value,
  onChange,
  path,
  wrong,
}: {
  value: unknown;
  onChange: (v: unknown) => void;
  path: string;
  wrong: string;
}) {
  if (Array.isArray(value))
    return (
      <div className="flex flex-col gap-1.5">
        {value.map((v, i) => (
          <div key={i} className="flex items-end gap-2">
            <div className="min-w-0 flex-1">
              <Editor
                value={v}
                onChange={(x) => onChange(value.map((y, k) => (k === i ? x : y)))}
                path={`${path}[${i}]`}
                wrong={wrong}
              />
            </div>
            <button
              type="button"
              className="link pb-1.5 text-[0.87rem]"
              disabled={value.length === 1}
              onClick={() => onChange(value.filter((_, k) => k !== i))}
            >
              less
            </button>
          </div>
        ))}
        <button
          type="button"
          className="link self-start text-[0.9rem]"
          onClick={() => onChange([...value, value.at(-1)])}
        >
          another
        </button>
      </div>
    );
  if (value && typeof value === 'object')
    return (
      <div className={path === '' ? 'flex flex-col gap-3' : 'flex flex-wrap items-end gap-2'}>
        {Object.entries(value).map(([k, v]) => {
          const here = path ? `${path}.${k}` : k;
          const simple = typeof v !== 'object';
          return (
            <div key={k} className={`field ${simple ? (path === '' ? 'max-w-[16rem]' : 'w-[9.5rem]') : ''}`}>
              {simple ? (
                <label>
                  <span className="text-[0.87rem] text-soft">
                    {words(k)}
                    {unitFor(k) && `, ${unitFor(k)}`}
                  </span>
                  <Leaf
                    name={k}
                    value={v}
                    wrong={wrong !== '' && wrong === here}
                    onChange={(x) => onChange({ ...value, [k]: x })}
                  />
                </label>
              ) : (
                <>
                  <span className="text-[0.87rem] text-soft">{words(k)}</span>
                  <Editor value={v} onChange={(x) => onChange({ ...value, [k]: x })} path={here} wrong={wrong} />
                </>
              )}
            </div>
          );
        })}
      </div>
    );
  return <Leaf name="" value={value} wrong={wrong === path} onChange={onChange} />;
}

/** Keys whose figure may be typed with a unit of its own, and the unit of a bare number. */
const measureOfKey: [RegExp, Dimension, string, number][] = [
  [/Ml$/, 'volume', 'mL', 1],
  [/volumeL$|VolumeL$/, 'volume', 'L', 1000],
  [/Kg$/, 'mass', 'kg', 1000],
  [/(?:^|[a-z])G$/, 'mass', 'g', 1],
  [/Mm$/, 'length', 'mm', 1],
  [/Celsius$|^celsius$/, 'temperature', '°C', 1],
  [/LPerMin$/, 'flow', 'L/min', 1],
];

/** A figure as typed; what cannot be read goes on as it stands, so that the answer says so instead of an older one. */
function readFigure(text: string, name: string, locale: string): number | string {
  const measure = measureOfKey.find(([r]) => r.test(name));
  const read = measure ? measureOf(text, measure[1], measure[2], locale) : decimalOf(text, locale);
  return read.value === null ? text : read.value / (measure?.[3] ?? 1);
}

function Leaf({
  name,
  value,
  onChange,
  wrong,
}: {
  name: string;
  value: unknown;
  onChange: (v: unknown) => void;
  wrong: boolean;
}) {
  const { locale } = useSession();
  const [number] = useState(typeof value === 'number');
  const shown = typeof value === 'number' ? numberText(value, locale, 15) : String(value);
  const [text, setText] = useState(shown);
  useEffect(
    () => setText((t) => (t === value || (number && readFigure(t, name, locale) === value) ? t : shown)),
    [value, number, name, locale, shown],
  );
  return (
    <input
      className="input"
      aria-invalid={wrong || undefined}
      inputMode={number ? 'decimal' : undefined}
      value={text}
      onChange={(e) => {
        setText(e.target.value);
        onChange(number ? readFigure(e.target.value, name, locale) : e.target.value);
      }}
    />
  );
}

function OutputRows({ value, prefix = '' }: { value: Record<string, unknown>; prefix?: string }) {
  return (
    <>
      {Object.entries(value).map(([k, v]) => {
        const name = `${prefix}${words(k)}`;
        if (v === null || v === undefined) return null;
        if (typeof v === 'number')
          return (
            <div key={k} className="flex items-baseline justify-between border-b border-rule py-1" data-output={k}>
              <dt className="text-soft">{name}</dt>
              <dd className="text-[1.1rem] font-bold">
                {figures(v, 6)} <span className="text-[0.85rem] font-normal text-soft">{unitFor(k)}</span>
              </dd>
            </div>
          );
        if (typeof v === 'boolean' || typeof v === 'string')
          return (
            <div key={k} className="flex items-baseline justify-between border-b border-rule py-1">
              <dt className="text-soft">{name}</dt>
              <dd className="font-bold">{v === true ? 'yes' : v === false ? 'no' : v}</dd>
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
          return v
            .slice(0, 12)
            .map((x, i) =>
              typeof x === 'object' ? (
                <OutputRows key={i} value={x as Record<string, unknown>} prefix={`${words(k)} ${i + 1}: `} />
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
