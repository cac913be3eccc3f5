'use client';

import { Plus } from 'lucide-react';
import { useSession } from '@/client/session';
import { readerUnit } from '@/core/quantities/reader';
import { Button } from '@/ui/Button';
import { TextField } from '@/ui/fields';
import { Input } from '@/ui/Input';
import { SelectField } from '@/ui/SelectField';
import { type Figure, type ModelKind, modelKinds, modelSays, type Typed, unitOf } from './valueForm';

/** The figures of a value: the kind of its model, its points where it is a table, and what else it is made of. */
export function ModelFields({
  typed,
  figures,
  errors,
  onChange,
}: {
  typed: Typed;
  figures: readonly Figure[];
  errors: Readonly<Record<string, string>>;
  onChange: (typed: Typed) => void;
}) {
  const us = useSession().units === 'us';
  // Published curves are of °C, and their coefficients with them: turned over they would be nobody's any more.
  const published = us && (typed.kind === 'power' || typed.kind === 'exponential');
  return (
    <>
      {typed.kind && typed.kind !== 'hours' && (
        <SelectField
          label="Model"
          value={typed.kind}
          onChange={(kind) => onChange({ ...typed, kind: kind as ModelKind })}
          options={modelKinds}
          hint={`${modelSays[typed.kind]}${published ? '; the temperature in °C, as such curves are published' : ''}`}
        />
      )}
      {(typed.kind === 'table' || typed.kind === 'hours') && (
        <PointRows
          what={typed.kind === 'hours' ? 'hours' : 'days'}
          unit={readerUnit('temperature', us)}
          points={typed.points}
          onChange={(points) => onChange({ ...typed, points })}
          error={errors.points}
        />
      )}
      <div className="grid grid-cols-2 gap-3">
        {figures.map((f) => (
          <TextField
            key={f.key}
            label={f.unit ? `${f.label}, ${unitOf(f, us)}` : f.label}
            inputMode="decimal"
            value={typed.figures[f.key] ?? ''}
            onChange={(text) => onChange({ ...typed, figures: { ...typed.figures, [f.key]: text } })}
            error={errors[f.key]}
            hint={f.optional ? 'may be left out' : undefined}
          />
        ))}
      </div>
    </>
  );
}

function PointRows({
  what,
  unit,
  points,
  onChange,
  error,
}: {
  what: 'days' | 'hours';
  unit: string;
  points: Typed['points'];
  onChange: (points: Typed['points']) => void;
  error?: string;
}) {
  const set = (i: number, key: 'celsius' | 'days', text: string) =>
    onChange(points.map((p, k) => (k === i ? { ...p, [key]: text } : p)));
  return (
    <fieldset className="field max-w-[22rem]">
      <legend className="label mb-1 text-small text-soft">
        Points ({unit}, {what})
      </legend>
      {points.map((p, i) => (
        <div key={i} className="mb-1 flex items-center gap-1.5">
          <span className="w-5 text-right text-small text-soft">{i + 1}</span>
          {(['celsius', 'days'] as const).map((key) => (
            <Input
              key={key}
              aria-label={`${key === 'celsius' ? 'temperature' : what} ${i + 1}`}
              inputMode="decimal"
              autoComplete="off"
              value={p[key]}
              onChange={(e) => set(i, key, e.target.value)}
            />
          ))}
        </div>
      ))}
      {error && <span className="text-small text-loss">{error}</span>}
      <Button
        kind="link"
        className="mt-1 inline-flex items-center gap-1"
        onClick={() => onChange([...points, { celsius: '', days: '' }])}
      >
        <Plus size={14} /> another
      </Button>
    </fieldset>
  );
}
