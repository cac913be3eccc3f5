'use client';

import { ArrowDown, ArrowUp, Plus, X } from 'lucide-react';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { useTyped } from '@/client/form/useTyped';
import type { ProtocolBath } from '@/core/spawning/protocol';
import { saveProtocol } from '@/modules/reference/acts/protocol/act';
import { Button } from '@/ui/Button';
import { TextField } from '@/ui/fields';
import { Input, TextArea } from '@/ui/Input';
import { Select } from '@/ui/Select';
import { SelectField } from '@/ui/SelectField';
import type { ProtocolInForce } from '../views/reference';
import {
  bathTyped,
  emptyStep,
  idOfWords,
  type MaterialTyped,
  readProtocol,
  type StepTyped,
  stepTyped,
} from './protocolText';

const bases: { value: ProtocolBath['basis']; label: string }[] = [
  { value: 'activeSubstance', label: 'mass of the active substance' },
  { value: 'availableIodine', label: 'mass of available iodine' },
  { value: 'productMass', label: 'mass of the product' },
];

/** A protocol with its steps, materials and bath to change; what is wrong is said before it is sent. */
export function ProtocolForm({ p, copy, taken }: { p: ProtocolInForce; copy: boolean; taken: readonly string[] }) {
  const typing = useTyped(() => ({
    name: copy ? `${p.name}, ours` : p.name,
    fits: p.fits,
    source: p.source,
    steps: p.steps.map(stepTyped),
    materials: p.materials.map((m): MaterialTyped => ({ ...m, amount: String(m.amount) })),
    bath: bathTyped(p.bath),
    cautions: p.cautions.join('\n'),
  }));
  const { name, fits, source, steps, materials, bath, cautions } = typing.value;
  const { put } = typing;
  const { version: _, steps: __, materials: ___, bath: ____, ...rest } = p;
  const read = readProtocol(
    {
      ...rest,
      id: copy ? idOfWords(name, taken) : p.id,
      name,
      fits,
      source: source.trim() || 'verify',
      cautions: cautions
        .split('\n')
        .map((c) => c.trim())
        .filter(Boolean),
    },
    steps,
    materials,
    bath,
  );
  const set = (i: number, v: Partial<StepTyped>) => put({ steps: steps.map((s, k) => (k === i ? { ...s, ...v } : s)) });
  const swap = (i: number, j: number) =>
    put({ steps: steps.map((s, k) => (k === i ? steps[j]! : k === j ? steps[i]! : s)) });
  const f = useActForm(saveProtocol, {
    typing,
    about: { fresh: copy },
    draftFor: p.id,
    needs: { why: 'why' },
    adjust: (input) => ({ ...input, content: 'protocol' in read ? (read.protocol as never) : null }),
    says: (r) => `In force: version ${r?.version}.`,
  });
  return (
    <Form of={f} label={copy ? 'Save the copy' : 'Put in force'} needs={['error' in read && read.error]}>
      <div className="grid grid-cols-2 gap-3 max-sm:grid-cols-1">
        <TextField label="Name" value={name} onChange={(name) => put({ name })} error={f.act.errorOn('content.name')} />
        <TextField
          label="Source"
          value={source}
          onChange={(source) => put({ source })}
          hint="The publication, or “own practice”"
        />
      </div>
      <TextField label="Fits" value={fits} onChange={(fits) => put({ fits })} />
      <fieldset>
        <legend className="mb-1 text-small text-soft">
          Steps; minutes count from the step before, or from the one named
        </legend>
        {steps.map((s, i) => (
          <div
            key={i}
            className="mb-2 grid grid-cols-[1.4rem_minmax(0,1fr)_4.5rem_4.5rem_8.5rem_auto] items-center gap-1.5 max-sm:grid-cols-[1.4rem_1fr_auto]"
          >
            <span className="text-right text-soft">{i + 1}</span>
            <Input aria-label={`Step ${i + 1}`} value={s.says} onChange={(e) => set(i, { says: e.target.value })} />
            <Input
              aria-label={`Step ${i + 1}, from minutes`}
              placeholder="from"
              inputMode="decimal"
              value={s.from}
              onChange={(e) => set(i, { from: e.target.value })}
            />
            <Input
              aria-label={`Step ${i + 1}, to minutes`}
              placeholder="to"
              inputMode="decimal"
              value={s.to}
              onChange={(e) => set(i, { to: e.target.value })}
            />
            <Select
              aria-label={`Step ${i + 1}, counted from`}
              value={s.after}
              onChange={(after) => set(i, { after })}
              empty="step before"
              options={steps.slice(0, i).flatMap((x, k) => (x.id ? [{ value: x.id, label: `step ${k + 1}` }] : []))}
            />
            <span className="flex gap-1">
              <Button kind="icon" aria-label={`Step ${i + 1} up`} disabled={i === 0} onClick={() => swap(i, i - 1)}>
                <ArrowUp size={16} />
              </Button>
              <Button
                kind="icon"
                aria-label={`Step ${i + 1} down`}
                disabled={i === steps.length - 1}
                onClick={() => swap(i, i + 1)}
              >
                <ArrowDown size={16} />
              </Button>
              <Button
                kind="icon"
                aria-label={`Remove step ${i + 1}`}
                onClick={() => put({ steps: steps.filter((_, k) => k !== i) })}
              >
                <X size={16} />
              </Button>
            </span>
            <Input
              aria-label={`Step ${i + 1}, caution`}
              placeholder="caution"
              className="col-start-2 text-small"
              value={s.caution}
              onChange={(e) => set(i, { caution: e.target.value })}
            />
            <Input
              aria-label={`Step ${i + 1}, figure asked for`}
              placeholder="figure"
              className="text-small"
              value={s.what}
              onChange={(e) => set(i, { what: e.target.value })}
            />
            <Input
              aria-label={`Step ${i + 1}, its unit`}
              placeholder="unit"
              className="text-small"
              value={s.unit}
              onChange={(e) => set(i, { unit: e.target.value })}
            />
          </div>
        ))}
        <Button
          kind="link"
          className="inline-flex items-center gap-1"
          onClick={() => put({ steps: [...steps, emptyStep()] })}
        >
          <Plus size={14} /> another step
        </Button>
      </fieldset>
      <fieldset>
        <legend className="mb-1 text-small text-soft">Materials</legend>
        {materials.map((m, i) => {
          const change = (v: Partial<MaterialTyped>) =>
            put({ materials: materials.map((x, k) => (k === i ? { ...x, ...v } : x)) });
          return (
            <div key={i} className="mb-1 grid grid-cols-[minmax(0,1fr)_5rem_5rem_9rem_auto] items-center gap-1.5">
              <Input
                aria-label={`Material ${i + 1}`}
                value={m.what}
                onChange={(e) => change({ what: e.target.value })}
              />
              <Input
                aria-label={`Material ${i + 1}, amount`}
                inputMode="decimal"
                value={m.amount}
                onChange={(e) => change({ amount: e.target.value })}
              />
              <Input
                aria-label={`Material ${i + 1}, unit`}
                value={m.unit}
                onChange={(e) => change({ unit: e.target.value })}
              />
              <Select
                aria-label={`Material ${i + 1}, for each`}
                value={m.per}
                onChange={(per) => change({ per })}
                options={(['litre of eggs', 'kg of eggs', 'batch'] as const).map((x) => ({
                  value: x,
                  label: `a ${x}`,
                }))}
              />
              <Button
                kind="icon"
                aria-label={`Remove material ${i + 1}`}
                onClick={() => put({ materials: materials.filter((_, k) => k !== i) })}
              >
                <X size={16} />
              </Button>
            </div>
          );
        })}
        <Button
          kind="link"
          className="inline-flex items-center gap-1"
          onClick={() => put({ materials: [...materials, { what: '', amount: '', unit: '', per: 'litre of eggs' }] })}
        >
          <Plus size={14} /> another material
        </Button>
      </fieldset>
      <fieldset>
        <legend className="mb-1 text-small text-soft">Bath; the label and the authority decide on its strength</legend>
        <div className="grid grid-cols-3 gap-x-3 gap-y-1 max-sm:grid-cols-1">
          <SelectField
            label="A batch goes in with"
            value={bath.step}
            onChange={(v) => put({ bath: { ...bath, step: v } })}
            empty="no bath"
            options={steps.flatMap((s, i) => (s.id ? [{ value: s.id, label: `step ${i + 1}: ${s.says}` }] : []))}
          />
          {bath.step !== '' && (
            <>
              <TextField
                label="Strength of"
                value={bath.of}
                onChange={(v) => put({ bath: { ...bath, of: v } })}
                placeholder="available iodine"
              />
              <SelectField
                label="Worked as"
                value={bath.basis}
                onChange={(v) => put({ bath: { ...bath, basis: v as ProtocolBath['basis'] } })}
                options={bases}
              />
              {(
                [
                  ['mgPerL', 'Strength, mg/L'],
                  ['low', 'Not below, mg/L'],
                  ['high', 'Not above, mg/L'],
                  ['batches', 'Batches before it is mixed anew'],
                ] as const
              ).map(([k, label]) => (
                <TextField
                  key={k}
                  label={label}
                  inputMode="decimal"
                  value={bath[k]}
                  onChange={(v) => put({ bath: { ...bath, [k]: v } })}
                />
              ))}
            </>
          )}
        </div>
      </fieldset>
      <label className="field">
        <span className="label">Cautions, one a line</span>
        <TextArea rows={3} value={cautions} onChange={(e) => put({ cautions: e.target.value })} />
      </label>
      <TextField label="Why" {...f.field('why')} />
      {f.act.errorOn('content') && <p className="text-loss">{f.act.errorOn('content')}</p>}
    </Form>
  );
}
