'use client';

import { Plus, X } from 'lucide-react';
import type { Dimension } from '@/core/quantities/measure';
import { Button } from '@/ui/Button';
import { Input } from '@/ui/Input';
import { measureOf, measureText, numberText, useShown, wholeOf } from '../inputs';
import { useSession } from '../session';

export type Pair = { a: string; b: string };
export const emptyPairs = (): Pair[] => [{ a: '', b: '' }];

/** Rows of a measure and a count: sample batches, volume samples. A new row opens as the last is filled. */
export function PairRows({
  label,
  dimension,
  first,
  second = 'count',
  rows,
  onChange,
  error,
  flagged = [],
}: {
  label: string;
  dimension: Dimension;
  first: string;
  second?: string;
  rows: Pair[];
  onChange: (rows: Pair[]) => void;
  error?: string | null;
  flagged?: readonly number[];
}) {
  const { locale } = useSession();
  const shown = useShown()(dimension, true);
  const set = (i: number, key: 'a' | 'b', v: string) => {
    const next = rows.map((r, k) => (k === i ? { ...r, [key]: v } : r));
    if (i === rows.length - 1 && next[i]!.a && next[i]!.b) next.push(...emptyPairs());
    onChange(next);
  };
  return (
    <fieldset className="field">
      <legend className="label mb-1 text-small text-soft">
        {label} ({first} in {shown}, {second})
      </legend>
      {rows.map((r, i) => {
        const bad =
          measureOf(r.a, dimension, shown, locale).error ??
          wholeOf(r.b, locale).error ??
          (flagged.includes(i) ? 'does not fit the others: weigh it again' : null);
        return (
          <div key={i} className="mb-1">
            <div className="flex items-center gap-1.5">
              <span className="w-5 text-right text-small text-soft">{i + 1}</span>
              <Input
                aria-label={`${first} ${i + 1}`}
                inputMode="decimal"
                autoComplete="off"
                value={r.a}
                onChange={(e) => set(i, 'a', e.target.value)}
              />
              <span aria-hidden>/</span>
              <Input
                aria-label={`${second} ${i + 1}`}
                inputMode="numeric"
                autoComplete="off"
                value={r.b}
                onChange={(e) => set(i, 'b', e.target.value)}
              />
              <Button
                kind="bare"
                aria-label={`Remove row ${i + 1}`}
                className="p-1 text-soft hover:text-loss disabled:opacity-30"
                disabled={rows.length === 1}
                onClick={() => onChange(rows.filter((_, k) => k !== i))}
              >
                <X size={16} />
              </Button>
            </div>
            {bad && <p className="ml-7 text-small text-loss">{bad}</p>}
          </div>
        );
      })}
      <Button
        kind="link"
        className="inline-flex items-center gap-1 self-start text-small"
        onClick={() => onChange([...rows, ...emptyPairs()])}
      >
        <Plus size={14} aria-hidden /> another
      </Button>
      {error && <span className="text-small text-loss">{error}</span>}
    </fieldset>
  );
}

/** Filled rows in base units; null while one of them cannot be read. */
export function readPairs(
  rows: readonly Pair[],
  dimension: Dimension,
  shown: string,
  locale: string,
): { measure: number; count: number }[] | null {
  const filled = rows.filter((r) => r.a.trim() !== '' || r.b.trim() !== '');
  const out: { measure: number; count: number }[] = [];
  for (const r of filled) {
    const m = measureOf(r.a, dimension, shown, locale).value;
    const n = wholeOf(r.b, locale).value;
    if (m === null || n === null) return null;
    out.push({ measure: m, count: n });
  }
  return out;
}

/** Rows as they are typed, from what they gave in base units; one more stands empty below. */
export function pairsText(
  rows: readonly { measure: number; count: number }[],
  dimension: Dimension,
  shown: string,
  locale: string,
): Pair[] {
  return [
    ...rows.map((r) => ({ a: measureText(r.measure, dimension, shown, locale), b: numberText(r.count, locale) })),
    ...emptyPairs(),
  ];
}
