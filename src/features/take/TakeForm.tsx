'use client';

import { X } from 'lucide-react';
import Link from 'next/link';
import { useState } from 'react';
import { Caution } from '@/ui/caution';
import { SelectField, TextField } from '@/ui/fields';
import { ActForm } from '../acts/ActForm';
import { HowManyInput, useHowMany } from '../acts/HowMany';
import { type PlaceOption, placeOptions } from '../acts/holding';
import { measureOf, useEventFields, useShown } from '../acts/inputs';
import { ActFoot, useAct } from '../acts/useAct';
import { useSession } from '../frame/session';

export type SpeciesOption = { id: string; name: string; stages: { id: string; name: string }[] };

/** Eggs taken: parents, crosses, and the number measured by volume samples. */
export function TakeForm({ species, places }: { species: SpeciesOption[]; places: PlaceOption[] }) {
  const { locale } = useSession();
  const unit = useShown();
  const act = useAct('take.record');
  const event = useEventFields();
  const many = useHowMany('volume');
  const [kind, setKind] = useState(species[0]?.id ?? '');
  const [females, setFemales] = useState([{ tag: '', mass: '' }]);
  const [males, setMales] = useState('');
  const [cross, setCross] = useState<'pooled' | 'pairs'>('pooled');
  const [pairs, setPairs] = useState<Record<string, string>>({});
  const [to, setTo] = useState(String(places.find((p) => p.kind === 'bench')?.id ?? ''));
  const [lotName, setLotName] = useState('');
  const maleTags = males.split(/[\s,;]+/).filter(Boolean);
  const filled = females.filter((f) => f.tag.trim());
  const masses = filled.map((f) => measureOf(f.mass, 'mass', unit('mass'), locale));
  const m = many.read();
  const ready =
    kind && to && filled.length > 0 && maleTags.length > 0 && m && m !== 'all' && masses.every((x) => !x.error);
  const set = (i: number, p: Partial<{ tag: string; mass: string }>) => {
    const next = females.map((f, k) => (k === i ? { ...f, ...p } : f));
    if (i === females.length - 1 && next[i]!.tag) next.push({ tag: '', mass: '' });
    setFemales(next);
  };
  const done = act.done;
  return (
    <form
      className="flex max-w-[960px] flex-col gap-5"
      onSubmit={(e) => {
        e.preventDefault();
        if (!ready) return;
        void act.submit(
          {
            species: kind,
            unit: Number(to),
            ...(lotName ? { lotName } : {}),
            females: filled.map((f, i) => ({
              tag: f.tag.trim(),
              ...(masses[i]!.value === null ? {} : { massG: masses[i]!.value }),
            })),
            males: [...new Set(maleTags)].map((tag) => ({ tag })),
            cross,
            ...(cross === 'pairs'
              ? {
                  pairs: filled
                    .map((f) => ({
                      female: f.tag.trim(),
                      males: (pairs[f.tag] ?? '').split(/[\s,;]+/).filter(Boolean),
                    }))
                    .filter((p) => p.males.length > 0),
                }
              : {}),
            measured: m,
            ...event.payload,
          },
          (r) => `${r?.lot}: ${r?.text} eggs.`,
        );
      }}
    >
      <div className="grid grid-cols-2 gap-8 max-md:grid-cols-1">
        <div className="flex flex-col gap-3">
          <SelectField
            label="Species"
            value={kind}
            onChange={setKind}
            options={species.map((s) => ({ value: s.id, label: s.name }))}
            error={act.errorOn('species')}
          />
          <fieldset className="field">
            <legend className="label mb-1 text-[0.87rem] text-soft">Females (tag, mass in {unit('mass')})</legend>
            {females.map((f, i) => (
              <div key={i} className="mb-1 flex items-center gap-1.5">
                <input
                  aria-label={`Female ${i + 1}, tag`}
                  className="input"
                  value={f.tag}
                  onChange={(e) => set(i, { tag: e.target.value })}
                />
                <input
                  aria-label={`Female ${i + 1}, mass`}
                  inputMode="decimal"
                  className="input max-w-[8rem]"
                  value={f.mass}
                  onChange={(e) => set(i, { mass: e.target.value })}
                />
                <button
                  type="button"
                  aria-label={`Remove female ${i + 1}`}
                  disabled={females.length === 1}
                  className="p-1 text-soft disabled:opacity-30"
                  onClick={() => setFemales(females.filter((_, k) => k !== i))}
                >
                  <X size={16} />
                </button>
              </div>
            ))}
            {(act.errorOn('females') ?? masses.find((x) => x.error)?.error) && (
              <span className="text-[0.87rem] text-loss">
                {act.errorOn('females') ?? masses.find((x) => x.error)?.error}
              </span>
            )}
          </fieldset>
          <TextField
            label="Males (tags)"
            value={males}
            onChange={setMales}
            placeholder="M4 M7 M9"
            error={act.errorOn('males')}
            hint={
              maleTags.length === 1 ? 'One male only: his fertility may be low. Two or three are usual.' : undefined
            }
          />
          <div className="flex gap-4" role="radiogroup" aria-label="Crossed">
            <label className="flex cursor-pointer items-center gap-1.5">
              <input
                type="radio"
                className="accent-[var(--deep)]"
                checked={cross === 'pooled'}
                onChange={() => setCross('pooled')}
              />{' '}
              pooled
            </label>
            <label className="flex cursor-pointer items-center gap-1.5">
              <input
                type="radio"
                className="accent-[var(--deep)]"
                checked={cross === 'pairs'}
                onChange={() => setCross('pairs')}
              />{' '}
              by pair
            </label>
          </div>
          {cross === 'pairs' &&
            filled.map((f) => (
              <TextField
                key={f.tag}
                label={`${f.tag} with`}
                value={pairs[f.tag] ?? ''}
                onChange={(v) => setPairs({ ...pairs, [f.tag]: v })}
                placeholder="M4"
                error={act.errorOn('pairs')}
              />
            ))}
          {cross === 'pooled' && maleTags.length > 1 && (
            <p className="quiet text-[0.9rem]">Pooling hides unequal fathers: they are taken as equal.</p>
          )}
        </div>
        <div className="flex flex-col gap-3">
          <HowManyInput
            value={many.value}
            onChange={many.setValue}
            methods={['volume', 'counted', 'estimated']}
            what="eggs"
            error={act.errorOn('measured')}
          />
          <Caution>
            Samples and total both dry, or both hardened: eggs swell in between. Wet hands and light hurt eggs.
          </Caution>
          <SelectField
            label="They stand in"
            value={to}
            onChange={setTo}
            options={placeOptions(places)}
            error={act.errorOn('unit') ?? act.errorOn('to')}
          />
          <TextField
            label="Name of the lot"
            value={lotName}
            onChange={setLotName}
            placeholder="by the pattern"
            error={act.errorOn('lotName')}
          />
          {event.view(act.errorOn('at'))}
        </div>
      </div>
      <ActFoot
        act={act}
        label="Record take"
        disabled={!ready}
        fields={['species', 'females', 'males', 'pairs', 'measured', 'unit', 'lotName', 'at']}
      />
      {done && (
        <p>
          Next:{' '}
          <Link className="link" href={`/take?unit=${to}`}>
            lay them down
          </Link>
          .
        </p>
      )}
    </form>
  );
}

/** Opening stock, and eggs or fish bought or brought. */
export function BringForm({ species, places }: { species: SpeciesOption[]; places: PlaceOption[] }) {
  const { now } = useSession();
  const act = useAct('stock.bring');
  const event = useEventFields();
  const many = useHowMany('counted');
  const [account, setAccount] = useState<'opening' | 'arrived'>('arrived');
  const [kind, setKind] = useState(species[0]?.id ?? '');
  const stages = species.find((s) => s.id === kind)?.stages ?? [];
  const [stage, setStage] = useState('fry');
  const [to, setTo] = useState('');
  const [origin, setOrigin] = useState('');
  const [age, setAge] = useState('');
  const [lotName, setLotName] = useState('');
  const m = many.read();
  const days = age.trim() === '' ? null : Number(age.replace(',', '.'));
  const ready = kind && to && stage && m && m !== 'all' && (days === null || Number.isFinite(days));
  return (
    <ActForm
      act={act}
      event={event}
      className="flex max-w-[560px] flex-col gap-3"
      onSend={() => {
        if (ready)
          void act.submit(
            {
              account,
              species: kind,
              stage,
              unit: Number(to),
              measured: m,
              origin,
              ...(lotName ? { lotName } : {}),
              ...(days === null
                ? {}
                : { fertilisedAt: Math.round((Number(event.payload.at) || now) - days * 86_400_000) }),
              ...event.payload,
            },
            (r) => `${r?.lot}: ${r?.text}.`,
          );
      }}
      label="Record"
      disabled={!ready}
      fields={['stage', 'measured', 'unit', 'lotName', 'at', 'fertilisedAt']}
    >
      <div className="flex gap-4" role="radiogroup" aria-label="They were">
        <label className="flex cursor-pointer items-center gap-1.5">
          <input
            type="radio"
            className="accent-[var(--deep)]"
            checked={account === 'arrived'}
            onChange={() => setAccount('arrived')}
          />{' '}
          bought or brought
        </label>
        <label className="flex cursor-pointer items-center gap-1.5">
          <input
            type="radio"
            className="accent-[var(--deep)]"
            checked={account === 'opening'}
            onChange={() => setAccount('opening')}
          />{' '}
          here already (opening stock)
        </label>
      </div>
      <div className="grid grid-cols-2 gap-3">
        <SelectField
          label="Species"
          value={kind}
          onChange={setKind}
          options={species.map((s) => ({ value: s.id, label: s.name }))}
        />
        <SelectField
          label="Stage"
          value={stage}
          onChange={setStage}
          options={stages.map((s) => ({ value: s.id, label: s.name }))}
          error={act.errorOn('stage')}
        />
      </div>
      <HowManyInput
        value={many.value}
        onChange={many.setValue}
        methods={['counted', 'weight', 'volume', 'estimated']}
        error={act.errorOn('measured')}
      />
      <SelectField
        label="Into"
        value={to}
        onChange={setTo}
        options={placeOptions(places)}
        error={act.errorOn('unit') ?? act.errorOn('to')}
      />
      <TextField label="From" value={origin} onChange={setOrigin} hint="Station, water, seller" />
      {stage === 'egg' && (
        <TextField
          label="Days since fertilisation"
          value={age}
          onChange={setAge}
          inputMode="decimal"
          hint="Known: then their dates are predicted"
          error={act.errorOn('fertilisedAt')}
        />
      )}
      <TextField
        label="Name of the lot"
        value={lotName}
        onChange={setLotName}
        placeholder="by the pattern"
        error={act.errorOn('lotName')}
      />
      {account === 'arrived' && (
        <Caution>
          Transfers and imports need permits and health papers; temper slowly, and keep arrivals apart from other stock
          until they are cleared.
        </Caution>
      )}
    </ActForm>
  );
}
