'use client';

import { useEffect, useState } from 'react';
import { decimalOf, measureOf, numberText } from '@/client/inputs';
import { useSession } from '@/client/session';
import type { Dimension } from '@/core/quantities/measure';
import { Button } from '@/ui/Button';
import { Input } from '@/ui/Input';
import { Select } from '@/ui/Select';
import { unitFor, words } from './keys';
import { choicesOf, formOf, formsOf, isOptional, missingKeys, type Shape, starter } from './shape';

type Edited = {
  value: unknown;
  shape: Shape | undefined;
  onChange: (v: unknown) => void;
  path: string;
  /** The field that was refused. */
  wrong: string;
};

/** Fields for an input: those that it has, what may be given besides, and another form where it may have several. */
export function Editor({ value, shape, onChange, path, wrong }: Edited) {
  const form = formOf(shape, value);
  if (Array.isArray(value)) return <Rows value={value} form={form} onChange={onChange} path={path} wrong={wrong} />;
  if (value && typeof value === 'object')
    return (
      <Fields
        value={value as Record<string, unknown>}
        shape={shape}
        form={form}
        onChange={onChange}
        path={path}
        wrong={wrong}
      />
    );
  return <Leaf name="" value={value} shape={form} wrong={wrong === path} onChange={onChange} />;
}

function Rows({
  value,
  form,
  onChange,
  path,
  wrong,
}: Omit<Edited, 'value' | 'shape'> & { value: unknown[]; form: Shape | undefined }) {
  const item = (i: number) => form?.prefixItems?.[i] ?? (form?.items || undefined);
  const fixed = form?.prefixItems !== undefined;
  return (
    <div className={fixed ? 'flex gap-2' : 'flex flex-col gap-1.5'}>
      {value.map((v, i) => (
        <div key={i} className="flex min-w-0 items-end gap-2">
          <div className="min-w-0 flex-1">
            <Editor
              value={v}
              shape={item(i)}
              onChange={(x) => onChange(value.map((y, k) => (k === i ? x : y)))}
              path={`${path}[${i}]`}
              wrong={wrong}
            />
          </div>
          {!fixed && (
            <Button
              kind="link"
              className="pb-1.5 text-small"
              disabled={value.length === 1}
              onClick={() => onChange(value.filter((_, k) => k !== i))}
            >
              remove
            </Button>
          )}
        </div>
      ))}
      {!fixed && (
        <Button
          kind="link"
          className="self-start text-small"
          onClick={() => onChange([...value, value.at(-1) ?? starter(item(0))])}
        >
          another
        </Button>
      )}
    </div>
  );
}

function Fields({
  value,
  shape,
  form,
  onChange,
  path,
  wrong,
}: Omit<Edited, 'value'> & { value: Record<string, unknown>; form: Shape | undefined }) {
  const top = path === '';
  const forms = formsOf(shape);
  const missing = missingKeys(form, value);
  const without = (key: string) => onChange(Object.fromEntries(Object.entries(value).filter(([k]) => k !== key)));
  return (
    <div className={top ? 'flex flex-col gap-3' : 'flex flex-wrap items-end gap-2'}>
      {Object.entries(value).map(([k, v]) => {
        const here = path ? `${path}.${k}` : k;
        const simple = typeof v !== 'object';
        const own = form?.properties?.[k];
        const id = `input-${here}`;
        const said = `${words(k)}${unitFor(k) && `, ${unitFor(k)}`}`;
        const head = (
          <span className="flex items-baseline justify-between gap-2 text-small text-soft">
            {simple ? <label htmlFor={id}>{said}</label> : said}
            {isOptional(form, k) && (
              <Button
                kind="bare"
                className="cursor-pointer px-1 leading-none text-soft hover:text-ink"
                aria-label={`leave out ${words(k)}`}
                title="leave out"
                onClick={() => without(k)}
              >
                ×
              </Button>
            )}
          </span>
        );
        const change = (x: unknown) => onChange({ ...value, [k]: x });
        // The word that tells the forms apart: another one begins that form anew.
        const kinds = own?.const !== undefined && forms.length > 1 ? forms : null;
        return (
          <div key={k} className={`field ${simple ? (top ? 'max-w-[16rem]' : widthOf(v)) : ''}`}>
            {head}
            {kinds ? (
              <Select
                id={id}
                value={String(kinds.findIndex((f) => f.properties?.[k]?.const === v))}
                onChange={(i) => onChange(starter(kinds[Number(i)]))}
                options={kinds.map((f, i) => ({ value: String(i), label: words(String(f.properties?.[k]?.const)) }))}
              />
            ) : simple ? (
              <Leaf
                id={id}
                name={k}
                value={v}
                shape={formOf(own, v)}
                wrong={wrong !== '' && wrong === here}
                onChange={change}
              />
            ) : (
              <Editor value={v} shape={own} onChange={change} path={here} wrong={wrong} />
            )}
          </div>
        );
      })}
      {missing.length > 0 && (
        <p className={`text-small text-soft ${top ? '' : 'pb-1.5'}`}>
          {top && 'Add, if known: '}
          {missing.map((k, i) => (
            <span key={k}>
              {i > 0 && ', '}
              <Button kind="link" onClick={() => onChange({ ...value, [k]: starter(form?.properties?.[k]) })}>
                {top ? words(k) : `+ ${words(k)}`}
              </Button>
            </span>
          ))}
        </p>
      )}
    </div>
  );
}

/** Instants are longer than figures. */
const widthOf = (v: unknown) => (typeof v === 'string' && v.length > 16 ? 'w-[14rem]' : 'w-[9.5rem]');

/** Units for which another may be typed, and how many of the dimension's own each is. */
const measureOfUnit: Readonly<Record<string, readonly [Dimension, number]>> = {
  mL: ['volume', 1],
  L: ['volume', 1000],
  g: ['mass', 1],
  kg: ['mass', 1000],
  mm: ['length', 1],
  '°C': ['temperature', 1],
  'L/min': ['flow', 1],
};

/** A figure as typed; what cannot be read goes on as it stands, so that the answer says so instead of an older one. */
function readFigure(text: string, name: string, locale: string): number | string {
  const unit = unitFor(name);
  const measure = measureOfUnit[unit];
  const read = measure ? measureOf(text, measure[0], unit, locale) : decimalOf(text, locale);
  return read.value === null ? text : read.value / (measure?.[1] ?? 1);
}

type LeafProps = {
  id?: string;
  name: string;
  value: unknown;
  shape: Shape | undefined;
  onChange: (v: unknown) => void;
  wrong: boolean;
};

function Leaf(p: LeafProps) {
  const choices = choicesOf(p.shape);
  if (!choices) return <Typed {...p} />;
  return (
    <Select
      id={p.id}
      value={String(choices.indexOf(p.value))}
      aria-invalid={p.wrong || undefined}
      onChange={(i) => p.onChange(choices[Number(i)])}
      options={choices.map((c, i) => ({
        value: String(i),
        label: c === true ? 'yes' : c === false ? 'no' : words(String(c)),
      }))}
    />
  );
}

function Typed({ id, name, value, onChange, wrong }: LeafProps) {
  const { locale } = useSession();
  const [number] = useState(typeof value === 'number');
  const shown = typeof value === 'number' ? numberText(value, locale, 15) : String(value);
  const [text, setText] = useState(shown);
  useEffect(
    () => setText((t) => (t === value || (number && readFigure(t, name, locale) === value) ? t : shown)),
    [value, number, name, locale, shown],
  );
  return (
    <Input
      id={id}
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
