'use client';

import { Plus, X } from 'lucide-react';
import { type KeyboardEvent, useRef } from 'react';
import { Button } from './Button';
import { Checkbox } from './Checkbox';
import { Input } from './Input';
import { type Option, Select } from './Select';

/** One line of a list as it is typed: its texts by column. */
export type Row = Record<string, string>;

export type Column = {
  key: string;
  label: string;
  /** A text, figures, one of some, yes or no ('yes' or nothing). */
  kind?: 'text' | 'figures' | 'one' | 'yes';
  options?: readonly Option[];
  /** What stands for none chosen; without it one must be. */
  empty?: string;
  /** Of the line's width, as a grid takes it. */
  width?: string;
  /** Not to be changed in lines where this says so. */
  fixed?: (row: Row) => boolean;
};

/**
 * Lines that repeat, filled by keyboard: Enter goes to the next line and adds one after the last, Backspace in a line
 * that is empty takes it away. On a phone each line is a card.
 */
export function Rows({
  label,
  one,
  columns,
  rows,
  onChange,
  blank = {},
  errors = {},
}: {
  /** Of the whole list, for who hears it. */
  label: string;
  /** One of its lines: "stage". */
  one: string;
  columns: readonly Column[];
  rows: readonly Row[];
  onChange: (rows: Row[]) => void;
  /** What a new line begins with. */
  blank?: Row;
  /** What is wrong, by `line.column`. */
  errors?: Readonly<Record<string, string>>;
}) {
  const box = useRef<HTMLFieldSetElement>(null);
  const grid = columns.map((c) => c.width ?? 'minmax(0,1fr)').join(' ');
  const focusOn = (line: number) =>
    // Once the line is drawn.
    requestAnimationFrame(() => box.current?.querySelector<HTMLElement>(`[data-line="${line}"] input`)?.focus());
  const add = () => {
    onChange([...rows, { ...blank }]);
    focusOn(rows.length);
  };
  const take = (i: number) => {
    onChange(rows.filter((_, k) => k !== i));
    focusOn(Math.max(0, i - 1));
  };
  const keys = (e: KeyboardEvent, i: number) => {
    if (!(e.target instanceof HTMLInputElement)) return;
    if (e.key === 'Enter') {
      e.preventDefault();
      if (i === rows.length - 1) add();
      else focusOn(i + 1);
    }
    const empty = columns.every((c) => (rows[i]![c.key] ?? '') === (blank[c.key] ?? ''));
    if (e.key === 'Backspace' && empty && rows.length > 1) {
      e.preventDefault();
      take(i);
    }
  };
  return (
    <fieldset ref={box} aria-label={label} className="min-w-0">
      <div className="grid gap-1.5 text-small text-soft max-sm:hidden" style={{ gridTemplateColumns: `${grid} 2rem` }}>
        {columns.map((c) => (
          <span key={c.key}>{c.label}</span>
        ))}
      </div>
      {rows.map((row, i) => (
        // Lines have no other name than their place.
        <div key={i} data-line={i} className="mb-1 max-sm:mb-3 max-sm:border-b max-sm:border-rule max-sm:pb-3">
          <div
            className="grid items-center gap-1.5 max-sm:!grid-cols-[minmax(0,1fr)]"
            style={{ gridTemplateColumns: `${grid} 2rem` }}
            onKeyDown={(e) => keys(e, i)}
          >
            {columns.map((c) => (
              <Cell
                key={c.key}
                column={c}
                name={`${one} ${i + 1}, ${c.label}`}
                value={row[c.key] ?? ''}
                fixed={c.fixed?.(row) ?? false}
                wrong={errors[`${i}.${c.key}`] !== undefined}
                onChange={(v) => onChange(rows.map((r, k) => (k === i ? { ...r, [c.key]: v } : r)))}
              />
            ))}
            <Button kind="icon" aria-label={`take ${one} ${i + 1} away`} onClick={() => take(i)}>
              <X size={16} />
            </Button>
          </div>
          {columns.map((c) => {
            const says = errors[`${i}.${c.key}`];
            return (
              says && (
                <p key={c.key} className="text-small text-loss">
                  {c.label}: {says}
                </p>
              )
            );
          })}
        </div>
      ))}
      <Button kind="link" className="mt-1 inline-flex items-center gap-1" onClick={add}>
        <Plus size={14} /> another {one}
      </Button>
    </fieldset>
  );
}

function Cell({
  column: c,
  name,
  value,
  fixed,
  wrong,
  onChange,
}: {
  column: Column;
  name: string;
  value: string;
  fixed: boolean;
  wrong: boolean;
  onChange: (v: string) => void;
}) {
  const about = { 'aria-label': name, ...(wrong ? { 'aria-invalid': true } : {}) };
  const field =
    c.kind === 'one' ? (
      <Select {...about} value={value} onChange={onChange} options={c.options ?? []} empty={c.empty} disabled={fixed} />
    ) : c.kind === 'yes' ? (
      <Checkbox
        aria-label={name}
        checked={value === 'yes'}
        onChange={(v) => onChange(v ? 'yes' : '')}
        disabled={fixed}
      />
    ) : (
      <Input
        {...about}
        value={value}
        inputMode={c.kind === 'figures' ? 'decimal' : undefined}
        autoComplete="off"
        disabled={fixed}
        onChange={(e) => onChange(e.target.value)}
      />
    );
  return (
    <div className="min-w-0">
      <span className="text-small text-soft sm:hidden">{c.label}</span>
      {field}
    </div>
  );
}
