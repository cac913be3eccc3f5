'use client';

import { figures, plain } from '@/core/quantities/format';
import { type Dimension, fromBase, parseMeasure, parseNumber } from '@/core/quantities/measure';
import { Field } from '@/ui/fields';
import { Input } from '@/ui/Input';
import { useSession } from './session';

/** A whole number as text, with what is wrong with it. */
export function wholeOf(text: string, locale: string): { value: number | null; error: string | null } {
  if (text.trim() === '') return { value: null, error: null };
  const p = decimalOf(text, locale);
  if (p.value !== null && (!Number.isInteger(p.value) || p.value < 0))
    return { value: null, error: 'must be a whole number, not negative' };
  // Nobody counts in decimals: where the locale's decimal mark stands as grouping marks stand, it may be one.
  const all = text.replace(/\D/g, '');
  if (p.value !== null && p.value !== Number(all) && /^\d{1,3}[.,]\d{3}$/.test(text.trim()))
    return { value: null, error: `“${text.trim()}” can be read two ways: ${plain(p.value)} or ${plain(Number(all))}?` };
  return p;
}

/** A plain number as text, with what is wrong with it. */
export function decimalOf(text: string, locale: string): { value: number | null; error: string | null } {
  if (text.trim() === '') return { value: null, error: null };
  const p = parseNumber(text, locale);
  if (p.ok) return { value: p.value, error: null };
  return {
    value: null,
    error: p.code === 'ambiguous' ? `${p.message}: ${p.readings!.map((r) => r.text).join(' or ')}?` : p.message,
  };
}

/** A measure as text in base units, with what is wrong with it. */
export function measureOf(
  text: string,
  dimension: Dimension,
  shown: string,
  locale: string,
): { value: number | null; error: string | null } {
  if (text.trim() === '') return { value: null, error: null };
  const p = parseMeasure(text, dimension, shown, locale);
  if (!p.ok)
    return {
      value: null,
      error:
        p.code === 'ambiguous'
          ? `${p.message}: ${p.readings!.map((r) => r.text).join(' or ')}? Type it without the mark`
          : p.message,
    };
  return { value: p.value, error: null };
}

/** The unit that a bare number is in, by the user's system. */
export function useShown(): (dimension: Dimension, small?: boolean) => string {
  const { units } = useSession();
  const table = {
    metric: {
      volume: ['L', 'mL'],
      mass: ['kg', 'g'],
      length: ['mm', 'mm'],
      temperature: ['°C', '°C'],
      flow: ['L/min', 'L/min'],
    },
    us: {
      volume: ['qt', 'fl oz'],
      mass: ['lb', 'oz'],
      length: ['in', 'in'],
      temperature: ['°F', '°F'],
      flow: ['gpm', 'gpm'],
    },
  }[units];
  return (dimension, small = false) => table[dimension][small ? 1 : 0]!;
}

/** Who types: their number style, in which unit they have a figure, and the hatchery's time zone. */
export type Reader = { locale: string; shown: ReturnType<typeof useShown>; timeZone: string };

type PlainInput = {
  label: string;
  value: string;
  onChange: (v: string) => void;
  error?: string | null;
  hint?: string;
  className?: string;
};

/** A whole number: so many of something. */
export function NumberInput({ error, ...p }: PlainInput) {
  const { locale } = useSession();
  return <Plain {...p} error={error ?? wholeOf(p.value, locale).error} inputMode="numeric" />;
}

/** A figure that may have decimals, in the unit that its label names. */
export function DecimalInput({ error, ...p }: PlainInput) {
  const { locale } = useSession();
  return <Plain {...p} error={error ?? decimalOf(p.value, locale).error} inputMode="decimal" />;
}

function Plain({
  label,
  value,
  onChange,
  error,
  hint,
  className,
  inputMode,
}: PlainInput & { inputMode: 'numeric' | 'decimal' }) {
  return (
    <Field label={label} error={error} hint={hint} className={className}>
      {(p) => (
        <Input
          {...p}
          inputMode={inputMode}
          autoComplete="off"
          className="text-lead"
          value={value}
          onChange={(e) => onChange(e.target.value)}
        />
      )}
    </Field>
  );
}

/** A measure; the unit of a bare number stands in the label, any unit may be typed. */
export function MeasureInput({
  label,
  dimension,
  small,
  value,
  onChange,
  error,
  hint,
  className,
}: {
  label: string;
  dimension: Dimension;
  small?: boolean;
  value: string;
  onChange: (v: string) => void;
  error?: string | null;
  hint?: string;
  className?: string;
}) {
  const { locale } = useSession();
  const shown = useShown()(dimension, small);
  const read = measureOf(value, dimension, shown, locale);
  const other =
    read.value !== null && /[a-z°"']/i.test(value)
      ? `= ${figures(fromBase(read.value, dimension, shown), 4)} ${shown}`
      : undefined;
  return (
    <Field label={`${label}, ${shown}`} error={error ?? read.error} hint={other ?? hint} className={className}>
      {(p) => (
        <Input {...p} inputMode="decimal" autoComplete="off" value={value} onChange={(e) => onChange(e.target.value)} />
      )}
    </Field>
  );
}

/** A number as its reader writes it, without grouping: what a field is filled with. */
export function numberText(value: number, locale: string, digits = 7): string {
  return new Intl.NumberFormat(locale, { useGrouping: false, maximumSignificantDigits: digits }).format(value);
}

/** A measure in base units as text for a field whose bare numbers are in `shown`. */
export function measureText(base: number, dimension: Dimension, shown: string, locale: string): string {
  return numberText(fromBase(base, dimension, shown), locale);
}
