'use client';

import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { useTyped } from '@/client/form/useTyped';
import { DecimalInput, MeasureInput } from '@/client/inputs';
import { workKindIds, workKinds } from '@/core/water/works';
import { Tick } from '@/ui/Checkbox';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import type { WorkRow } from '../../works';
import { saveWork } from './act';

/** Puts a work up, or changes it: from where its water comes, what it serves, where it is plugged in. */
export function WorkForm({
  work,
  works,
  rooms,
  done,
}: {
  work?: WorkRow;
  works: readonly WorkRow[];
  rooms: readonly { id: number; name: string }[];
  done?: () => void;
}) {
  const typing = useTyped<{ from: number[]; rooms: number[]; retired: boolean }>(() => ({
    from: [...(work?.from ?? [])],
    rooms: [...(work?.rooms ?? [])],
    retired: false,
  }));
  const { from, rooms: serves, retired } = typing.value;
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
    },
    draftFor: `work ${work?.id ?? 'new'}`,
    typing,
    event: false,
    adjust: (input) => ({ ...input, from, rooms: serves, retired }),
    says: () => 'Saved.',
    done,
  });
  const kind = f.value('kind') ?? 'head';
  const toggled = (list: readonly number[], id: number, on: boolean) =>
    on ? [...list, id] : list.filter((x) => x !== id);
  const before = works.filter((w) => w.id !== work?.id && (kind === 'breaker') === (w.kind === 'breaker'));
  const breakers = works.filter((w) => w.kind === 'breaker' && w.id !== work?.id);
  return (
    <Form of={f} label="Save">
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
      <TextField label="Spare" {...f.field('spare')} hint="where it lies, and who fits it" />
      {work && (
        <Tick checked={retired} onChange={(v) => typing.put({ retired: v })}>
          taken out of use
        </Tick>
      )}
    </Form>
  );
}
