'use client';

import { X } from 'lucide-react';
import { DayField } from '@/client/DayField';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { useTyped } from '@/client/form/useTyped';
import type { PlaceOption } from '@/client/holding';
import { decimalOf, MeasureInput, measureOf, measureText, numberText, useShown, wholeOf } from '@/client/inputs';
import { useSession } from '@/client/session';
import type { Conditioning } from '@/core/brood/conditioning';
import { isoDay, startOfDay } from '@/core/time/localDay';
import { saveConditioning } from '@/modules/brood/acts/conditioning/act';
import { Button } from '@/ui/Button';
import { TextField } from '@/ui/fields';
import { Input } from '@/ui/Input';
import { Select } from '@/ui/Select';
import { Table } from '@/ui/Table';

type Row = { day: string; light: string; warm: string; diet: string };

/** A conditioning programme written down: where, from when, and what light, warmth and diet by which day. */
export function ConditioningForm({
  species,
  places,
  original,
}: {
  species: { id: string; name: string };
  places: readonly PlaceOption[];
  original?: { id: number; name: string; programme: Conditioning };
}) {
  const { locale, timeZone, now } = useSession();
  const unit = useShown();
  const was = original?.programme;
  const text = (v: number | null | undefined) => (v == null ? '' : numberText(v, locale));
  const degrees = (v: number | null) => (v === null ? '' : measureText(v, 'temperature', unit('temperature'), locale));
  const typing = useTyped(() => ({
    from: isoDay(was?.from ?? now, timeZone),
    to: was?.to ? isoDay(was.to, timeZone) : '',
    units: was?.units ?? [],
    kind: was?.tank.kind ?? '',
    depth: text(was?.tank.depthCm),
    volume: was?.tank.volumeL ? measureText(was.tank.volumeL * 1000, 'volume', unit('volume'), locale) : '',
    material: was?.tank.material ?? '',
    why: was?.why ?? '',
    rows: was?.steps.map(
      (s): Row => ({ day: String(s.day), light: text(s.lightHours), warm: degrees(s.celsius), diet: s.diet }),
    ) ?? [{ day: '0', light: '', warm: '', diet: '' }],
  }));
  const { from, to, units, kind, depth, volume, material, why, rows } = typing.value;
  const { put } = typing;
  const set = (i: number, p: Partial<Row>) => put({ rows: rows.map((r, k) => (k === i ? { ...r, ...p } : r)) });
  const read = rows.map((r) => ({
    day: wholeOf(r.day, locale),
    light: decimalOf(r.light, locale),
    warm: measureOf(r.warm, 'temperature', unit('temperature'), locale),
    diet: r.diet,
  }));
  const unreadable = read.find((r) => r.day.error ?? r.light.error ?? r.warm.error);
  const depthCm = decimalOf(depth, locale);
  const volumeMl = measureOf(volume, 'volume', unit('volume'), locale);
  const f = useActForm(saveConditioning, {
    typing,
    about: { species: species.id, ...(original ? { id: original.id } : {}) },
    begin: { name: original?.name },
    needs: { name: 'a name' },
    adjust: (input) => ({
      ...input,
      programme: {
        from: startOfDay(from, timeZone),
        to: to ? startOfDay(to, timeZone) : null,
        units,
        tank: {
          kind,
          depthCm: depthCm.value,
          volumeL: volumeMl.value === null ? null : volumeMl.value / 1000,
          material,
        },
        steps: read.map((r) => ({
          day: r.day.value,
          lightHours: r.light.value,
          celsius: r.warm.value,
          diet: r.diet,
        })),
        why,
      },
    }),
    says: () => 'It stands. What comes of it is read from the fish.',
  });
  return (
    <Form
      of={f}
      label={original ? 'Save' : 'Begin it'}
      needs={[
        units.length === 0 && 'a unit',
        read.some((r) => r.day.value === null) && 'a day for each step',
        (unreadable || depthCm.error || volumeMl.error) && 'figures that can be read',
      ]}
    >
      <TextField label="Name" {...f.field('name')} />
      <div className="grid grid-cols-2 gap-3">
        <DayField label="From" value={from} onChange={(from) => put({ from })} />
        <DayField
          label="To, once it has ended"
          value={to}
          onChange={(to) => put({ to })}
          error={f.act.errorOn('programme.to')}
        />
      </div>
      <fieldset className="field">
        <legend className="label mb-1 text-small text-soft">Fish stand in</legend>
        <p>
          {units.map((u) => (
            <Button
              key={u}
              className="mr-1.5"
              aria-label={`take out ${places.find((p) => p.id === u)?.name}`}
              onClick={() => put({ units: units.filter((x) => x !== u) })}
            >
              {places.find((p) => p.id === u)?.name} <X size={14} aria-hidden />
            </Button>
          ))}
        </p>
        <Select
          aria-label="Add a unit"
          value=""
          empty="add a unit"
          onChange={(u) => u && put({ units: [...units, Number(u)] })}
          options={places
            .filter((p) => !units.includes(p.id))
            .map((p) => ({ value: String(p.id), label: `${p.name}, ${p.room}` }))}
        />
        {f.act.errorOn('programme.units') && (
          <span className="text-small text-loss">{f.act.errorOn('programme.units')}</span>
        )}
      </fieldset>
      <div className="grid grid-cols-2 gap-3">
        <TextField
          label="Kind of tank"
          value={kind}
          onChange={(kind) => put({ kind })}
          placeholder="round tank, raceway"
        />
        <TextField
          label="Material"
          value={material}
          onChange={(material) => put({ material })}
          placeholder="concrete, fibreglass"
        />
        <TextField
          label="Depth, cm"
          inputMode="decimal"
          value={depth}
          onChange={(depth) => put({ depth })}
          error={depthCm.error ?? undefined}
        />
        <MeasureInput label="Volume" dimension="volume" value={volume} onChange={(volume) => put({ volume })} />
      </div>
      <Table aria-label="Steps">
        <thead>
          <tr>
            <th>day</th>
            <th>light, h</th>
            <th>{unit('temperature')}</th>
            <th>diet</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {rows.map((r, i) => (
            <tr key={i}>
              {(['day', 'light', 'warm', 'diet'] as const).map((k) => (
                <td key={k} className="pr-1">
                  <Input
                    aria-label={`step ${i + 1}: ${{ day: 'day', light: 'hours of light', warm: 'temperature', diet: 'diet' }[k]}`}
                    inputMode={k === 'diet' ? 'text' : 'decimal'}
                    value={r[k]}
                    onChange={(e) => set(i, { [k]: e.target.value })}
                  />
                </td>
              ))}
              <td>
                {rows.length > 1 && (
                  <Button
                    kind="icon"
                    aria-label={`leave out step ${i + 1}`}
                    onClick={() => put({ rows: rows.filter((_, k) => k !== i) })}
                  >
                    <X size={16} aria-hidden />
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <Button
        kind="link"
        className="self-start"
        onClick={() => put({ rows: [...rows, { day: '', light: '', warm: '', diet: '' }] })}
      >
        another step
      </Button>
      {f.act.errorOn('programme.steps') && <p className="text-loss">{f.act.errorOn('programme.steps')}</p>}
      <p className="quiet text-small">
        Light and warmth change evenly from step to step; what a step leaves empty goes on.
      </p>
      <TextField label="What it is to show" value={why} onChange={(why) => put({ why })} />
    </Form>
  );
}
