'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofHolding } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import type { ActHolding, PlaceOption } from '@/client/holding';
import { placeOptions, watersApart } from '@/client/holding';
import { MeasureInput, measureOf, measureText, NumberInput, numberText, useShown, wholeOf } from '@/client/inputs';
import { useSession } from '@/client/session';
import { Tempering } from '@/client/Tempering';
import { useEventFields } from '@/client/when';
import { decimals, grouped } from '@/core/quantities/format';
import { isTable } from '@/core/units/unitKinds';
import { layDown } from '@/modules/incubation/acts/layDown/act';
import { Tick } from '@/ui/Checkbox';
import { Choice } from '@/ui/Choice';
import { Caution } from '@/ui/caution';
import { HowTo } from '@/ui/HowTo';
import { SelectField } from '@/ui/SelectField';

type LaidDown = {
  totalVolumeMl?: number;
  parts: { unit: number; volumeMl?: number; number?: number }[];
  graduationMl: number;
  emptied: boolean;
};

/** Eggs from the table into units: poured by measured volume, or counted out. */
export function LayDownForm({
  h,
  places,
  totalVolumeMl,
}: { h: ActHolding; places: readonly PlaceOption[] } & { totalVolumeMl: number | null }) {
  const { locale } = useSession();
  const unit = useShown();
  const act = useAct(layDown);
  const event = useEventFields();
  const original = useOriginal<LaidDown>();
  const litres = (ml: number) => measureText(ml, 'volume', unit('volume'), locale);
  const known = original?.totalVolumeMl ?? totalVolumeMl;
  const [by, setBy] = useState<'volume' | 'number'>(original?.parts?.[0]?.number === undefined ? 'volume' : 'number');
  const [total, setTotal] = useState(known === null ? '' : litres(known));
  const [emptied, setEmptied] = useState(original?.emptied ?? false);
  const [rows, setRows] = useState([
    ...(original?.parts ?? []).map((x) => ({
      unit: String(x.unit),
      amount: x.number === undefined ? litres(x.volumeMl!) : String(x.number),
    })),
    { unit: '', amount: '' },
  ]);
  const [graduation, setGraduation] = useState(
    original?.graduationMl !== undefined
      ? measureText(original.graduationMl, 'volume', unit('volume', true), locale)
      : unit('volume', true) === 'mL'
        ? '10'
        : numberText(0.5, locale),
  );
  const poured = by === 'volume';
  const totalMl = measureOf(total, 'volume', unit('volume'), locale).value;
  const read = (text: string) =>
    poured ? measureOf(text, 'volume', unit('volume'), locale).value : wholeOf(text, locale).value;
  const parts = rows.filter((r) => r.unit || r.amount).map((r) => ({ unit: Number(r.unit), n: read(r.amount) }));
  const grad = measureOf(graduation, 'volume', unit('volume', true), locale).value;
  const sum = parts.reduce((s, p) => s + (p.n ?? 0), 0);
  const set = (i: number, p: Partial<(typeof rows)[number]>) => {
    const next = rows.map((r, k) => (k === i ? { ...r, ...p } : r));
    if (i === rows.length - 1 && next[i]!.unit && next[i]!.amount) next.push({ unit: '', amount: '' });
    setRows(next);
  };
  // One schedule a water: units that stand at the same temperature are tempered together.
  const apart = [
    ...new Map(
      parts.flatMap((p) => {
        const w = watersApart(h, places, String(p.unit));
        return w ? [[w.to.toFixed(1), { unit: p.unit, ...w }] as const] : [];
      }),
    ).values(),
  ];
  return (
    <ActForm
      act={act}
      event={event}
      onSend={() => {
        void act.submit(
          {
            unit: h.unitId,
            lotId: h.lotId,
            totalVolumeMl: poured ? totalMl : original?.totalVolumeMl ? null : undefined,
            parts: parts.map((p) => ({ unit: p.unit, ...(poured ? { volumeMl: p.n } : { number: p.n }) })),
            graduationMl: grad,
            emptied: !poured && emptied,
            ...event.payload,
          },
          (r) => `Laid down in ${((r?.units as string[] | undefined) ?? []).join(', ')}.`,
        );
      }}
      label="Lay down"
      needs={[
        poured && !totalMl && 'the volume of all',
        (parts.length === 0 || parts.some((p) => p.unit === 0)) && 'a unit',
        parts.some((p) => !p.n) && (poured ? 'the volume for each unit' : 'the number for each unit'),
        poured && grad === null && 'what the measure reads to',
      ]}
    >
      {parts.some((p) => places.find((x) => x.id === p.unit)?.kind === 'jar') && <HowTo card="jar" />}
      <Choice
        label="Shared out"
        value={by}
        onChange={(v) => {
          setBy(v);
          setRows(rows.map((r) => ({ ...r, amount: '' })));
        }}
        options={[
          { value: 'volume', label: 'poured by volume' },
          { value: 'number', label: 'counted out' },
        ]}
      />
      {poured && (
        <MeasureInput
          label="Volume of all"
          dimension="volume"
          value={total}
          onChange={setTotal}
          error={act.errorOn('totalVolumeMl')}
          hint="As measured with the samples: both dry or both hardened"
        />
      )}
      {rows.map((r, i) => (
        <div key={i} className="grid grid-cols-[1fr_7rem] gap-2">
          <SelectField
            label={`Unit ${i + 1}`}
            value={r.unit}
            onChange={(u) => set(i, { unit: u })}
            options={placeOptions(places, h.unitId)}
            empty="choose"
            error={act.errorOn(`parts.${i}.unit`)}
          />
          {poured ? (
            <MeasureInput
              label="Volume"
              dimension="volume"
              value={r.amount}
              onChange={(amount) => set(i, { amount })}
              hint={
                r.amount && totalMl
                  ? `${grouped((h.number * (measureOf(r.amount, 'volume', unit('volume'), locale).value ?? 0)) / totalMl)} eggs`
                  : undefined
              }
            />
          ) : (
            <NumberInput label="Eggs" value={r.amount} onChange={(amount) => set(i, { amount })} />
          )}
        </div>
      ))}
      {apart.map(({ unit: to, ...waters }) => (
        <Tempering key={to} {...waters} />
      ))}
      {act.errorOn('parts') && <p className="text-loss">{act.errorOn('parts')}</p>}
      {poured ? (
        <>
          <p className="quiet" data-testid="poured">
            {totalMl ? `${decimals((100 * sum) / totalMl, 0)} % of the volume shared out` : ''}
          </p>
          <MeasureInput
            label="The measure reads to"
            dimension="volume"
            small
            value={graduation}
            onChange={setGraduation}
            hint="One graduation: its error goes into each unit’s doubt"
          />
        </>
      ) : (
        <>
          <p className="quiet">
            {sum > 0 && `${grouped(sum)} counted out; by the books ${grouped(Math.max(0, h.number - sum))} are left.`}
          </p>
          <Tick checked={emptied} onChange={setEmptied}>
            nothing is left: the difference is booked as missing
          </Tick>
        </>
      )}
      <Caution>
        Temper slowly to the new water, shade from light, do not let them dry; then leave them in peace.
      </Caution>
    </ActForm>
  );
}

export const forms = formsOf(layDown, {
  offers: [
    {
      id: 'layDown',
      word: 'Lay down',
      rank: ({ h, unitKind }) => (h.can.includes('picked') && isTable(unitKind) ? 1 : null),
      shakes: true,
      form: ({ h, places, totalVolumeMl }) => <LayDownForm h={h} places={places} totalVolumeMl={totalVolumeMl} />,
    },
  ],
  corrects: { layDown: ofHolding((h, { places }) => <LayDownForm h={h} places={places} totalVolumeMl={null} />) },
  aboutUnit: true,
});
