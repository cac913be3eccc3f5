'use client';

import { Plus } from 'lucide-react';
import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { useAct } from '@/client/act/useAct';
import { useSession } from '@/client/session';
import { type DevelopmentModel, developmentModel } from '@/core/development/model';
import { plain } from '@/core/quantities/format';
import type { Species } from '@/core/species/species';
import { setSpeciesValue } from '@/modules/reference/acts/setValue/act';
import type { InputOf } from '@/server/act/define';
import { Button } from '@/ui/Button';
import { Dialog } from '@/ui/Dialog';
import { TextField } from '@/ui/fields';
import { Input } from '@/ui/Input';
import { SelectField } from '@/ui/SelectField';
import { Table } from '@/ui/Table';
import { daysAt, STEADY } from './daysAt';
import { kindOf, type ModelKind, modelKinds, modelSays, readTyped, type Typed, typedOf, valueAt } from './valueForm';

/** Lays this hatchery's own value over the shipped one; the old one stays in the history. */
export function ValueEditor({ species, path }: { species: Species; path: string }) {
  const { title, value } = valueAt(species, path);
  const [open, setOpen] = useState(false);
  return (
    <Dialog
      title={title}
      open={open}
      onOpenChange={setOpen}
      trigger={
        <Button kind="link" className="text-small" aria-label={`edit ${title}`}>
          edit
        </Button>
      }
    >
      <p className="quiet mb-3">{species.name}</p>
      <ValueForm key={JSON.stringify(value)} species={species} path={path} onDone={() => setOpen(false)} />
    </Dialog>
  );
}

/** The figures of one value, its source and why it is changed; a clock shows what it makes of steady temperatures. */
export function ValueForm({ species, path, onDone }: { species: Species; path: string; onDone?: () => void }) {
  const { locale } = useSession();
  const act = useAct(setSpeciesValue, onDone);
  const { value, figures } = valueAt(species, path);
  const model = value.model as DevelopmentModel | undefined;
  const first = kindOf(value);
  const [typed, setTyped] = useState<Typed>(() => typedOf(value, figures(first), first, locale));
  const [source, setSource] = useState('');
  const [why, setWhy] = useState('');
  const own = figures(typed.kind);
  const read = readTyped(typed, own, value, locale);
  const put = (key: string) => (text: string) => setTyped({ ...typed, figures: { ...typed.figures, [key]: text } });
  return (
    <ActForm
      act={act}
      label="Put in force"
      needs={[!read.value && 'every figure', !source.trim() && 'a source', !why.trim() && 'why']}
      onSend={() =>
        void act.submit({
          species: species.id,
          path,
          value: read.value as InputOf<typeof setSpeciesValue>['value'],
          source,
          why,
        })
      }
    >
      {typed.kind && typed.kind !== 'hours' && (
        <SelectField
          label="Model"
          value={typed.kind}
          onChange={(kind) => setTyped({ ...typed, kind: kind as ModelKind })}
          options={modelKinds}
          hint={modelSays[typed.kind]}
        />
      )}
      {(typed.kind === 'table' || typed.kind === 'hours') && (
        <PointRows
          what={typed.kind === 'hours' ? 'hours' : 'days'}
          points={typed.points}
          onChange={(points) => setTyped({ ...typed, points })}
          error={read.errors.points}
        />
      )}
      <div className="grid grid-cols-2 gap-3">
        {own.map((f) => (
          <TextField
            key={f.key}
            label={f.unit ? `${f.label}, ${f.unit}` : f.label}
            inputMode="decimal"
            value={typed.figures[f.key] ?? ''}
            onChange={put(f.key)}
            error={read.errors[f.key]}
            hint={f.optional ? 'may be left out' : undefined}
          />
        ))}
      </div>
      {model && <Steady now={model} then={read.value?.model} />}
      {act.errorOn('value') && <p className="text-loss">{act.errorOn('value')}</p>}
      <TextField
        label="Source"
        value={source}
        onChange={setSource}
        hint="The publication, or “own counts 2031”"
        error={act.errorOn('source')}
      />
      <TextField label="Why" value={why} onChange={setWhy} error={act.errorOn('why')} />
    </ActForm>
  );
}

/** Days at steady temperatures: as they are in force, and as they are typed. */
function Steady({ now, then }: { now: DevelopmentModel; then: unknown }) {
  const typed = developmentModel.safeParse(then);
  return (
    <Table data-testid="steady">
      <thead>
        <tr>
          <th>days at</th>
          {STEADY.map((t) => (
            <th key={t} className="num">
              {plain(t)} °C
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        <tr className="text-soft">
          <td>in force</td>
          {STEADY.map((t) => (
            <td key={t} className="num">
              {daysAt(now, t)}
            </td>
          ))}
        </tr>
        <tr>
          <td>as typed</td>
          {STEADY.map((t) => (
            <td key={t} className="num font-bold">
              {typed.success ? daysAt(typed.data, t) : ''}
            </td>
          ))}
        </tr>
      </tbody>
    </Table>
  );
}

function PointRows({
  what,
  points,
  onChange,
  error,
}: {
  what: 'days' | 'hours';
  points: Typed['points'];
  onChange: (points: Typed['points']) => void;
  error?: string;
}) {
  const set = (i: number, key: 'celsius' | 'days', text: string) =>
    onChange(points.map((p, k) => (k === i ? { ...p, [key]: text } : p)));
  return (
    <fieldset className="field">
      <legend className="label mb-1 text-small text-soft">Points (°C, {what})</legend>
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
