'use client';

import { useState } from 'react';
import { formsOf, ofHolding } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import type { ActHolding, PlaceOption } from '@/client/holding';
import { placeOptions, watersApart } from '@/client/holding';
import { MeasureInput, NumberInput, useShown } from '@/client/inputs';
import { Tempering } from '@/client/Tempering';
import { decimals, grouped } from '@/core/quantities/format';
import { toBase } from '@/core/quantities/measure';
import { isTable } from '@/core/units/unitKinds';
import { layDown } from '@/modules/incubation/acts/layDown/act';
import type { InputOf } from '@/server/act/define';
import { Tick } from '@/ui/Checkbox';
import { Choice } from '@/ui/Choice';
import { Caution } from '@/ui/caution';
import { SelectField } from '@/ui/SelectField';
import { HowTo } from '@/ui/words/HowTo';

/** Eggs from the table into units: poured by measured volume, or counted out. */
export function LayDownForm({
  h,
  places,
  totalVolumeMl,
}: { h: ActHolding; places: readonly PlaceOption[] } & { totalVolumeMl: number | null }) {
  const small = useShown()('volume', true);
  const original = useOriginal<InputOf<typeof layDown>>();
  const [by, setBy] = useState<'volume' | 'number'>(original?.parts?.[0]?.number === undefined ? 'volume' : 'number');
  const poured = by === 'volume';
  const f = useActForm(layDown, {
    about: { unit: h.unitId, lotId: h.lotId },
    begin: {
      ...(totalVolumeMl === null ? {} : { totalVolumeMl }),
      graduationMl: small === 'mL' ? 10 : toBase(0.5, 'volume', small),
    },
    as: { graduationMl: 'small' },
    needs: { totalVolumeMl: 'the volume of all', parts: 'a unit', graduationMl: 'what the measure reads to' },
    adjust: (input) => ({
      ...input,
      parts: (input.parts ?? []).map(({ unit, volumeMl, number }) => (poured ? { unit, volumeMl } : { unit, number })),
    }),
    says: (r) => `Laid down in ${(r?.units ?? []).join(', ')}.`,
  });
  const lines = f.lines('parts', {}, ['unit', poured ? 'volumeMl' : 'number']);
  const parts = lines.each
    .filter((x) => !x.blank)
    .map((x) => ({ unit: x.value('unit'), n: x.value(poured ? 'volumeMl' : 'number') }));
  const sum = parts.reduce((s, p) => s + (p.n ?? 0), 0);
  const totalMl = f.value('totalVolumeMl');
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
    <Form
      of={f}
      label="Lay down"
      needs={[
        parts.some((p) => p.unit === null) && 'a unit',
        parts.some((p) => !p.n) && (poured ? 'the volume for each unit' : 'the number for each unit'),
      ]}
    >
      {parts.some((p) => places.find((x) => x.id === p.unit)?.kind === 'jar') && <HowTo card="jar" />}
      <Choice
        label="Shared out"
        value={by}
        onChange={setBy}
        options={[
          { value: 'volume', label: 'poured by volume' },
          { value: 'number', label: 'counted out' },
        ]}
      />
      {poured && (
        <MeasureInput
          label="Volume of all"
          {...f.measure('totalVolumeMl')}
          hint="As measured with the samples: both dry or both hardened"
        />
      )}
      {lines.each.map((x) => (
        <div key={x.key} className="grid grid-cols-[1fr_7rem] gap-2">
          <SelectField
            label={`Unit ${x.key + 1}`}
            {...x.field('unit')}
            options={placeOptions(places, h.unitId)}
            empty="choose"
          />
          {poured ? (
            <MeasureInput
              label="Volume"
              {...x.measure('volumeMl')}
              hint={
                x.value('volumeMl') && totalMl
                  ? `${grouped((h.number * x.value('volumeMl')!) / totalMl)} eggs`
                  : undefined
              }
            />
          ) : (
            <NumberInput label="Eggs" {...x.field('number')} />
          )}
        </div>
      ))}
      {apart.map(({ unit: to, ...waters }) => (
        <Tempering key={to} {...waters} />
      ))}
      {lines.error && <p className="text-loss">{lines.error}</p>}
      {poured ? (
        <>
          <p className="quiet" data-testid="poured">
            {totalMl ? `${decimals((100 * sum) / totalMl, 0)} % of the volume shared out` : ''}
          </p>
          <MeasureInput
            label="The measure reads to"
            {...f.measure('graduationMl')}
            hint="One graduation: its error goes into each unit’s doubt"
          />
        </>
      ) : (
        <>
          <p className="quiet">
            {sum > 0 && `${grouped(sum)} counted out; by the books ${grouped(Math.max(0, h.number - sum))} are left.`}
          </p>
          <Tick {...f.field('emptied')}>nothing is left: the difference is booked as missing</Tick>
        </>
      )}
      <Caution>
        Temper slowly to the new water, shade from light, do not let them dry; then leave them in peace.
      </Caution>
    </Form>
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
