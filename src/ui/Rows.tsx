'use client';

import { Plus, X } from 'lucide-react';
import { type KeyboardEvent, memo, useCallback, useLayoutEffect, useRef } from 'react';
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
  const shown = useRef({ rows, onChange });
  useLayoutEffect(() => {
    shown.current = { rows, onChange };
  });
  // The same for the life of the list, so that a key pressed in one cell draws no other.
  const put = useCallback((line: number, key: string, v: string) => {
    const { rows, onChange } = shown.current;
    onChange(rows.map((r, k) => (k === line ? { ...r, [key]: v } : r)));
  }, []);
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
                line={i}
                name={`${one} ${i + 1}, ${c.label}`}
                value={row[c.key] ?? ''}
                fixed={c.fixed?.(row) ?? false}
                wrong={errors[`${i}.${c.key}`] !== undefined}
                put={put}
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

type CellShown = {
  column: Column;
  line: number;
  name: string;
  value: string;
  fixed: boolean;
  wrong: boolean;
  put: (line: number, key: string, v: string) => void;
};

const Cell = memo(function Cell({ column: c, line, name, value, fixed, wrong, put }: CellShown) {
  const onChange = (v: string) => put(line, c.key, v);
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
}, sameCell);

/** Columns are made anew with what is typed; what they say is mostly the same. */
function sameCell(a: CellShown, b: CellShown): boolean {
  const [{ options: were = [], fixed: _, ...before }, { options: are = [], fixed: __, ...after }] = [
    a.column,
    b.column,
  ];
  return (
    a.line === b.line &&
    a.name === b.name &&
    a.value === b.value &&
    a.fixed === b.fixed &&
    a.wrong === b.wrong &&
    a.put === b.put &&
    (Object.keys({ ...before, ...after }) as (keyof typeof before)[]).every((k) => before[k] === after[k]) &&
    were.length === are.length &&
    were.every((o, k) => o.value === are[k]!.value && o.label === are[k]!.label && o.group === are[k]!.group)
  );
}
