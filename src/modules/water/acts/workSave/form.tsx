'use client';

import { DayField } from '@/client/DayField';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { useTyped } from '@/client/form/useTyped';
import { DecimalInput, MeasureInput, measureOf, measureText, useShown } from '@/client/inputs';
import { useSession } from '@/client/session';
import { type SensorKind, sensorKinds } from '@/core/readings/sensorKinds';
import { MONTHS } from '@/core/time/localDay';
import { workKindIds, workKinds } from '@/core/water/circuits/works';
import { Tick } from '@/ui/Checkbox';
import { Fold } from '@/ui/Fold';
import { Field, TextField } from '@/ui/fields';
import { Input } from '@/ui/Input';
import { SelectField } from '@/ui/SelectField';
import type { WorkRow } from '../../works';
import { saveWork } from './act';

/** Puts a work up, or changes it: from where its water comes, what it serves, where it is plugged in. */
export function WorkForm({
  work,
  works,
  rooms,
  probes,
  done,
}: {
  work?: WorkRow;
  works: readonly WorkRow[];
  rooms: readonly { id: number; name: string }[];
  probes: readonly { id: number; name: string; kind: SensorKind }[];
  done?: () => void;
}) {
  const { locale } = useSession();
  const flowUnit = useShown()('flow');
  const written = (list: readonly (number | null)[] | null | undefined) =>
    Array.from({ length: 12 }, (_, m) => (list?.[m] == null ? '' : measureText(list[m], 'flow', flowUnit, locale)));
  const typing = useTyped<Typed>(() => ({
    from: [...(work?.from ?? [])],
    rooms: [...(work?.rooms ?? [])],
    probes: [...(work?.more.probes ?? [])],
    gives: written(work?.more.gives),
    permit: written(work?.more.permit),
    retired: false,
  }));
  const { from, rooms: serves, probes: told, gives, permit, retired } = typing.value;
  const flows = (list: readonly string[]) => list.map((t) => measureOf(t, 'flow', flowUnit, locale));
  const monthly = (list: readonly string[]) =>
    list.every((t) => t.trim() === '') ? null : flows(list).map((m) => m.value);
  const unreadable = [...flows(gives), ...flows(permit)].some((m) => m.error !== null);
  const f = useActForm(saveWork, {
    about: work ? { id: work.id } : {},
    begin: {
      name: work?.name ?? '',
      kind: work?.kind ?? 'head',
      spare: work?.spare ?? '',
      ...(work?.watts == null ? {} : { watts: work.watts }),
      ...(work?.amperes == null ? {} : { amperes: work.amperes }),
      ...(work?.flowLPerMin == null ? {} : { flowLPerMin: work.flowLPerMin }),
      ...(work?.breaker == null ? {} : { breaker: work.breaker }),
      ...(work?.more.mediaM2 == null ? {} : { mediaM2: work.more.mediaM2 }),
      ...(work?.more.waterL == null ? {} : { waterL: work.more.waterL }),
      ...(work?.more.flushDays == null ? {} : { flushDays: work.more.flushDays }),
      ...(work?.more.conditioning?.from == null ? {} : { conditionedFrom: work.more.conditioning.from }),
      ...(work?.more.conditioning?.doseMgPerL == null ? {} : { doseMgPerL: work.more.conditioning.doseMgPerL }),
      ...(work?.more.conditioning?.stock == null ? {} : { stockAt: work.more.conditioning.stock }),
      seeded: work?.more.conditioning?.seeded ?? false,
    },
    as: { conditionedFrom: 'day', stockAt: 'day' },
    draftFor: `work ${work?.id ?? 'new'}`,
    typing,
    event: false,
    adjust: (input) => ({
      ...input,
      from,
      rooms: serves,
      probes: told,
      gives: input.kind === 'source' ? monthly(gives) : null,
      permit: input.kind === 'source' ? monthly(permit) : null,
      retired,
    }),
    says: () => 'Saved.',
    done,
  });
  const kind = f.value('kind') ?? 'head';
  const toggled = (list: readonly number[], id: number, on: boolean) =>
    on ? [...list, id] : list.filter((x) => x !== id);
  const before = works.filter((w) => w.id !== work?.id && (kind === 'breaker') === (w.kind === 'breaker'));
  const breakers = works.filter((w) => w.kind === 'breaker' && w.id !== work?.id);
  return (
    <Form of={f} label="Save" needs={[unreadable && 'flows that can be read']}>
      <div className="grid grid-cols-2 gap-2">
        <TextField label="Name" {...f.field('name')} />
        <SelectField
          label="It is"
          {...f.field('kind')}
          options={workKindIds.map((value) => ({ value, label: workKinds[value].word }))}
        />
      </div>
      <p className="quiet">It {workKinds[kind].does}.</p>
      {before.length > 0 && (
        <fieldset>
          <legend className="mb-1 text-soft">{kind === 'breaker' ? 'Hangs on' : 'Takes from'}</legend>
          <div className="flex flex-wrap gap-x-4 gap-y-1">
            {before.map((w) => (
              <Tick
                key={w.id}
                checked={from.includes(w.id)}
                onChange={(on) => typing.put({ from: toggled(from, w.id, on) })}
              >
                {w.name}
              </Tick>
            ))}
          </div>
        </fieldset>
      )}
      {kind !== 'breaker' && (
        <fieldset>
          <legend className="mb-1 text-soft">{kind === 'outflow' ? 'Takes the water of' : 'Serves'}</legend>
          <div className="flex flex-wrap gap-x-4 gap-y-1">
            {rooms.map((r) => (
              <Tick
                key={r.id}
                checked={serves.includes(r.id)}
                onChange={(on) => typing.put({ rooms: toggled(serves, r.id, on) })}
              >
                {r.name}
              </Tick>
            ))}
          </div>
        </fieldset>
      )}
      <div className="grid grid-cols-2 gap-2">
        {kind === 'breaker' ? (
          <DecimalInput label="It bears, A" {...f.field('amperes')} />
        ) : (
          <>
            {breakers.length > 0 && (
              <SelectField
                label="On which electric circuit"
                {...f.field('breaker')}
                empty="none"
                options={breakers.map((b) => ({ value: String(b.id), label: b.name }))}
              />
            )}
            <DecimalInput label="It takes, W" {...f.field('watts')} />
            <MeasureInput label="It gives at most" {...f.measure('flowLPerMin')} />
          </>
        )}
      </div>
      {kind === 'source' && (
        <Fold title="Month by month" open={[...gives, ...permit].some((t) => t !== '')}>
          <p className="quiet text-small">
            What it gives in each month where that differs, and what may be taken, {flowUnit}: the dry months are told
            before they come.
          </p>
          <Monthly label="It gives" of={gives} onChange={(v) => typing.put({ gives: v })} />
          <Monthly label="May be taken" of={permit} onChange={(v) => typing.put({ permit: v })} />
        </Fold>
      )}
      {kind === 'biofilter' && (
        <div className="grid grid-cols-2 gap-2">
          <DecimalInput label="Surface of its media, m²" {...f.field('mediaM2')} />
          <MeasureInput label="Water of its circuit" {...f.measure('waterL')} />
          <DayField label="Given ammonia since" {...f.typed('conditionedFrom')} />
          <DecimalInput label="A day, mg/L as nitrogen" {...f.field('doseMgPerL')} />
          <DayField label="To carry fish by" {...f.typed('stockAt')} />
          <Tick {...f.field('seeded')}>media of a running filter were put in</Tick>
        </div>
      )}
      {(kind === 'filter' || kind === 'biofilter') && (
        <DecimalInput label="Back-flushed every so many days" {...f.field('flushDays')} />
      )}
      {probes.length > 0 && kind !== 'breaker' && (
        <fieldset>
          <legend className="mb-1 text-soft">Probes that tell of it</legend>
          <div className="flex max-h-28 flex-wrap gap-x-4 gap-y-1 overflow-y-auto">
            {probes.map((p) => (
              <Tick
                key={p.id}
                checked={told.includes(p.id)}
                onChange={(on) => typing.put({ probes: toggled(told, p.id, on) })}
              >
                {p.name} <span className="text-soft">{sensorKinds[p.kind].word}</span>
              </Tick>
            ))}
          </div>
        </fieldset>
      )}
      <TextField label="Spare" {...f.field('spare')} hint="where it lies, and who fits it" />
      {work && (
        <Tick checked={retired} onChange={(v) => typing.put({ retired: v })}>
          taken out of use
        </Tick>
      )}
    </Form>
  );
}

type Typed = {
  from: number[];
  rooms: number[];
  probes: number[];
  /** By month, as it is typed. */
  gives: string[];
  permit: string[];
  retired: boolean;
};

/** Twelve flows, one a month. */
function Monthly({ label, of, onChange }: { label: string; of: readonly string[]; onChange: (v: string[]) => void }) {
  return (
    <fieldset className="my-1">
      <legend className="text-soft">{label}</legend>
      <div className="grid grid-cols-6 gap-1 max-sm:grid-cols-4">
        {MONTHS.map((month, m) => (
          <Field key={month} label={month}>
            {(p) => (
              <Input
                {...p}
                inputMode="decimal"
                autoComplete="off"
                value={of[m]!}
                onChange={(e) => onChange(of.map((t, k) => (k === m ? e.target.value : t)))}
              />
            )}
          </Field>
        ))}
      </div>
    </fieldset>
  );
}
