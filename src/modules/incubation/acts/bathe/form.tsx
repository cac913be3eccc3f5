'use client';

import { scaleLinear } from 'd3';
import { useState } from 'react';
import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { type Fields, useActForm } from '@/client/form/useActForm';
import type { ActHolding } from '@/client/holding';
import { DecimalInput, MeasureInput } from '@/client/inputs';
import { useSession } from '@/client/session';
import { attempt } from '@/core/calculation';
import { workEggBath } from '@/core/doses/eggBath';
import { strengthOverTime } from '@/core/doses/flow';
import { basisWords } from '@/core/incubation/eggWords';
import { figures } from '@/core/quantities/format';
import { isTable } from '@/core/units/unitKinds';
import { batheEggs } from '@/modules/incubation/acts/bathe/act';
import type { InputOf } from '@/server/act/define';
import { Tick } from '@/ui/Checkbox';
import { Choice } from '@/ui/Choice';
import { Caution } from '@/ui/caution';
import { boxOf, Chart } from '@/ui/chart/Chart';
import { Line, Rule, XAxis } from '@/ui/chart/parts';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { minutesAndSeconds, useTicking } from '@/ui/ticking';

/** A bath against fungus: worked as it is typed, recorded with who ordered it; then its clock runs. */
export function EggBathForm({ h }: { h: ActHolding }) {
  const { name, role } = useSession();
  const [begun, setBegun] = useState<number | null>(null);
  const f = useActForm(batheEggs, {
    about: { units: [h.unitId] },
    begin: {
      basis: 'productVolume',
      minutes: 15,
      way: 'flow',
      ...(role === 'manager' ? { orderedBy: name } : {}),
    },
    needs: {
      product: 'the product',
      targetMgPerL: 'the strength',
      minutes: 'the minutes',
      orderedBy: 'who ordered it',
      label: 'the label or order',
      discharge: 'where it goes',
    },
    says: () =>
      worked?.pumpMlPerMin == null
        ? `Recorded: ${worked?.productMl == null ? `${figures(worked?.productG ?? 0, 3)} g` : `${figures(worked.productMl, 3)} mL`} of product.`
        : `Recorded: pump ${figures(worked.pumpMlPerMin, 3)} mL/min.`,
    done: () => setBegun(Date.now()),
  });
  const [basis, way, litres, running, minutes] = [
    f.value('basis')!,
    f.value('way')!,
    f.value('volumeL'),
    f.value('flowLPerMin'),
    f.value('minutes'),
  ];
  const primed = f.value('primed') ?? false;
  const { worked, wrong } = workedOut(h.unitId, f);
  /** What the sums say of a field. */
  const sums = <C extends { error: string | null }>(control: C, ...paths: string[]): C => ({
    ...control,
    error: control.error ?? (wrong && paths.includes(wrong.path) ? wrong.says : null),
  });
  return (
    <Form of={f} label="Record, and start the clock" needs={[worked === null && 'figures that make a bath']}>
      <TextField label="Product" {...f.field('product')} />
      <div className="grid grid-cols-2 gap-2">
        <DecimalInput
          label={basis === 'productVolume' ? 'Strength, µL/L' : 'Strength, mg/L'}
          {...sums(f.field('targetMgPerL'), 'targetMgPerL')}
        />
        <SelectField
          label="of what"
          {...f.field('basis')}
          options={(Object.keys(basisWords) as (keyof typeof basisWords)[]).map((k) => ({
            value: k,
            label: basisWords[k],
          }))}
        />
      </div>
      <div className="grid grid-cols-2 gap-2">
        <DecimalInput label="Minutes" {...sums(f.field('minutes'), 'minutes')} />
        <TextField label="Drum or lot" {...f.field('productLot')} />
      </div>
      {basis === 'availableIodine' && (
        <DecimalInput
          label="pH of the bath, measured"
          {...sums(f.field('pH'), 'pH')}
          hint="6.5 to 7.5; below 6 iodine burns eggs"
        />
      )}
      {(basis === 'activeSubstance' || basis === 'availableIodine') && (
        <DecimalInput
          label={basis === 'availableIodine' ? 'Available iodine, % by its label' : 'Active, % by its label'}
          {...sums(f.field('activeShare'), 'activeShare')}
        />
      )}
      {basis === 'productVolume' && way === 'still' && (
        <DecimalInput label="Density, kg/L" {...sums(f.field('densityKgPerL'), 'densityKgPerL')} />
      )}
      <Choice
        label="The water"
        {...f.field('way')}
        options={[
          { value: 'flow', label: 'flows' },
          { value: 'still', label: 'stands' },
        ]}
      />
      <div className="grid grid-cols-2 gap-2">
        {way === 'flow' && <MeasureInput label="Flow" {...sums(f.measure('flowLPerMin'), 'flowLPerMin')} />}
        {way === 'flow' && (
          <DecimalInput
            label={basis === 'productVolume' ? 'Stock, µL/L of product' : 'Stock, mg/L'}
            {...sums(f.field('stockMgPerL'), 'stockMgPerL')}
          />
        )}
        <MeasureInput
          label={way === 'flow' ? 'Volume of the unit' : 'Volume'}
          {...sums(f.measure('volumeL'), 'volumeL', 'unitVolumeL')}
        />
      </div>
      {way === 'flow' && litres !== null && <Tick {...f.field('primed')}>with a priming dose at the start</Tick>}
      {worked && (
        <div className="border-l-[3px] border-deep pl-3 text-body" data-testid="bath-worked">
          {worked.pumpMlPerMin !== null ? (
            <div>
              Pump <b>{figures(worked.pumpMlPerMin, 3)} mL/min</b>, {figures(worked.stockL ?? 0, 3)} L of stock
              {worked.primingDoseG !== null && <>, {figures(worked.primingDoseG, 3)} g at once</>}.
              {worked.meanShareOfTarget !== null && (
                <span className={worked.meanShareOfTarget < 0.9 ? 'block font-semibold text-hand' : 'block'}>
                  Mean strength {Math.round(100 * worked.meanShareOfTarget)} % of it; washed out{' '}
                  {Math.round(worked.minutesToFlush ?? 0)} min after the stop.
                </span>
              )}
              {worked.strengthTimes !== null && (
                <span className={worked.strengthTimes > 1.25 ? 'block font-semibold text-hand' : 'block'}>
                  Strength times minutes: {figures(worked.strengthTimes, 2)} times what is intended.
                </span>
              )}
              {worked.meanShareOfTarget !== null && running !== null && litres !== null && (
                <Strength
                  unitVolumeL={litres}
                  flowLPerMin={running + (worked.pumpMlPerMin ?? 0) / 1000}
                  minutes={minutes ?? 0}
                  primed={primed}
                  until={(minutes ?? 0) + (worked.minutesToFlush ?? 0)}
                />
              )}
            </div>
          ) : (
            <p>
              <b>
                {worked.productMl === null
                  ? `${figures(worked.productG ?? 0, 3)} g`
                  : `${figures(worked.productMl, 3)} mL`}
              </b>{' '}
              of product.
            </p>
          )}
          {worked.warnings.map((w) => (
            <p key={w} className="text-careful">
              {w.charAt(0).toUpperCase() + w.slice(1)}.
            </p>
          ))}
        </div>
      )}
      <TextField label="Ordered by" {...f.field('orderedBy')} />
      <TextField
        label="Looked at too by"
        {...f.field('checkedBy')}
        hint="A second person, where it lies outside of Reference’s range"
      />
      <TextField label="By which label or order" {...f.field('label')} />
      <TextField label="Discharged where, and allowed by" {...f.field('discharge')} />
      {begun !== null && <BathClock from={begun} minutes={minutes ?? 0} flush={worked?.minutesToFlush ?? 0} />}
      <Caution>
        Label, local law and veterinarian decide. Gloves, eye wash, ventilation; formalin is a carcinogen and takes
        oxygen, peroxide burns and lifts eggs out of jars. Try a few eggs first, stop at distress, never mix chemicals,
        by-pass the biofilter.
      </Caution>
    </Form>
  );
}

type Bath = InputOf<typeof batheEggs>;

/** What the pump or the scale is set to, as far as the figures go; and which of them it cannot be worked with. */
function workedOut(unit: number, f: Pick<Fields<Bath>, 'value'>) {
  const given = Object.fromEntries(
    BATH_FIGURES.flatMap((name) => {
      const v = f.value(name);
      return v === null ? [] : [[name, v]];
    }),
  );
  if (!given.targetMgPerL || !given.minutes) return { worked: null, wrong: null };
  const { ok, wrong } = attempt(() => workEggBath({ ...given, units: [unit] } as Parameters<typeof workEggBath>[0]));
  return { worked: ok ?? null, wrong: wrong ?? null };
}
const BATH_FIGURES = [
  'basis',
  'minutes',
  'way',
  'targetMgPerL',
  'activeShare',
  'densityKgPerL',
  'flowLPerMin',
  'stockMgPerL',
  'volumeL',
  'primed',
  'pH',
] as const;

/** How strong it is over time: washing in, washing out, against the target. */
function Strength({
  until,
  ...i
}: {
  unitVolumeL: number;
  flowLPerMin: number;
  minutes: number;
  primed: boolean;
  until: number;
}) {
  const points = strengthOverTime(i, until);
  const x = scaleLinear().domain([0, until]).range([BOX.left, BOX.right]);
  const y = scaleLinear().domain([0, 1]).range([BOX.bottom, BOX.top]);
  return (
    <Chart
      {...{ width: W, height: H, box: BOX, x, y }}
      className="mt-1 block"
      says="Strength over time as a share of the target"
      table={{
        head: ['minute', 'of the target'],
        rows: points.map((p) => [figures(p.minute, 3), `${Math.round(100 * p.share)} %`]),
      }}
    >
      <Rule y={1} dashed />
      <Rule y={0} />
      <Rule x={i.minutes} />
      <Line of={points} x={(p) => p.minute} y={(p) => p.share} width={2} />
      <XAxis
        ends
        ticks={[
          { at: 0, says: 'target dashed' },
          { at: until, says: `${Math.round(until)} min` },
        ]}
      />
    </Chart>
  );
}
const [W, H] = [260, 64];
const BOX = boxOf(W, H, { top: 8, bottom: 20 });

/** Counts down to the stop, and then until it is washed out. */
function BathClock({ from, minutes, flush }: { from: number; minutes: number; flush: number }) {
  const now = useTicking(500);
  const left = minutes * 60 - (now - from) / 1000;
  return (
    <p role="timer" className={left <= 0 ? 'font-bold text-hand' : 'font-semibold text-deep'}>
      {left > 0
        ? `Stop in ${minutesAndSeconds(left)}`
        : left + flush * 60 > 0
          ? `Stop the pump now; washed out in ${minutesAndSeconds(left + flush * 60)}`
          : 'Stopped and washed out: look at the eggs, note anything that was off.'}
    </p>
  );
}

export const forms = formsOf(batheEggs, {
  offers: [
    {
      id: 'eggBath',
      word: 'Bath',
      rank: ({ h, unitKind }) => (h.can.includes('picked') && !isTable(unitKind) ? 5 : null),
      shakes: true,
      form: ({ h }) => <EggBathForm h={h} />,
    },
  ],
});
