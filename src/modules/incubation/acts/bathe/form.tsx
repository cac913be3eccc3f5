'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf } from '@/client/act/actForms';
import { useAct } from '@/client/act/useAct';
import type { ActHolding } from '@/client/holding';
import { DecimalInput, decimalOf, MeasureInput, measureOf, numberText, useShown } from '@/client/inputs';
import { useSession } from '@/client/session';
import { useEventFields } from '@/client/when';
import { CalculationError } from '@/core/calculation';
import { workEggBath } from '@/core/doses/eggBath';
import { strengthOverTime } from '@/core/doses/flow';
import { basisWords } from '@/core/incubation/eggWords';
import { figures } from '@/core/quantities/format';
import { isTable } from '@/core/units/unitKinds';
import { batheEggs } from '@/modules/incubation/acts/bathe/act';
import { Tick } from '@/ui/Checkbox';
import { Choice } from '@/ui/Choice';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { minutesAndSeconds, useTicking } from '@/ui/ticking';

/** A bath against fungus: worked as it is typed, recorded with who ordered it; then its clock runs. */
export function EggBathForm({ h }: { h: ActHolding }) {
  const { locale, name, role } = useSession();
  const unit = useShown();
  const [begun, setBegun] = useState<number | null>(null);
  const act = useAct(batheEggs, () => setBegun(Date.now()));
  const event = useEventFields();
  const [product, setProduct] = useState('');
  const [productLot, setProductLot] = useState('');
  const [basis, setBasis] = useState<keyof typeof basisWords>('productVolume');
  const [target, setTarget] = useState('');
  const [active, setActive] = useState('');
  const [density, setDensity] = useState('');
  const [minutes, setMinutes] = useState(numberText(15, locale));
  const [way, setWay] = useState<'flow' | 'still'>('flow');
  const [flow, setFlow] = useState('');
  const [stock, setStock] = useState('');
  const [volume, setVolume] = useState('');
  const [primed, setPrimed] = useState(false);
  const [pH, setPH] = useState('');
  const [checkedBy, setCheckedBy] = useState('');
  const [orderedBy, setOrderedBy] = useState(role === 'manager' ? name : '');
  const [label, setLabel] = useState('');
  const [discharge, setDischarge] = useState('');
  const n = (text: string) => decimalOf(text, locale).value;
  const litres = measureOf(volume, 'volume', unit('volume'), locale);
  const running = measureOf(flow, 'flow', unit('flow'), locale);
  const given = {
    product,
    productLot,
    basis,
    minutes: n(minutes) ?? 0,
    way,
    targetMgPerL: n(target) ?? 0,
    ...(n(active) === null ? {} : { activeShare: n(active)! / 100 }),
    ...(n(density) === null ? {} : { densityKgPerL: n(density)! }),
    ...(running.value === null ? {} : { flowLPerMin: running.value }),
    ...(n(stock) === null ? {} : { stockMgPerL: n(stock)! }),
    // Volumes are kept in millilitres.
    ...(litres.value === null ? {} : { volumeL: litres.value / 1000 }),
    primed,
    ...(n(pH) === null ? {} : { pH: n(pH)! }),
    checkedBy,
    orderedBy,
    label,
    discharge,
  };
  let worked: ReturnType<typeof workEggBath> | null = null;
  let wrong: { path: string; says: string } | null = null;
  try {
    worked = given.targetMgPerL > 0 && given.minutes > 0 ? workEggBath({ ...given, units: [h.unitId] }) : null;
  } catch (e) {
    if (!(e instanceof CalculationError)) throw e;
    wrong = { path: e.path, says: e.says };
  }
  const at_ = (path: string) => act.errorOn(path) ?? (wrong?.path === path ? wrong.says : null);
  return (
    <ActForm
      act={act}
      event={event}
      label="Record, and start the clock"
      disabled={worked === null}
      needs={[
        product.trim() === '' && 'the product',
        orderedBy.trim() === '' && 'who ordered it',
        label.trim() === '' && 'the label or order',
        discharge.trim() === '' && 'where it goes',
      ]}
      onSend={() =>
        void act.submit({ ...given, units: [h.unitId], ...event.payload }, () =>
          worked?.pumpMlPerMin == null
            ? `Recorded: ${worked?.productMl == null ? `${figures(worked?.productG ?? 0, 3)} g` : `${figures(worked.productMl, 3)} mL`} of product.`
            : `Recorded: pump ${figures(worked.pumpMlPerMin, 3)} mL/min.`,
        )
      }
    >
      <TextField label="Product" value={product} onChange={setProduct} error={act.errorOn('product')} />
      <div className="grid grid-cols-2 gap-2">
        <DecimalInput
          label={basis === 'productVolume' ? 'Strength, µL/L' : 'Strength, mg/L'}
          value={target}
          onChange={setTarget}
          error={at_('targetMgPerL')}
        />
        <SelectField
          label="of what"
          value={basis}
          onChange={setBasis}
          options={(Object.keys(basisWords) as (keyof typeof basisWords)[]).map((k) => ({
            value: k,
            label: basisWords[k],
          }))}
        />
      </div>
      <div className="grid grid-cols-2 gap-2">
        <DecimalInput label="Minutes" value={minutes} onChange={setMinutes} error={at_('minutes')} />
        <TextField label="Drum or lot" value={productLot} onChange={setProductLot} />
      </div>
      {basis === 'availableIodine' && (
        <DecimalInput
          label="pH of the bath, measured"
          value={pH}
          onChange={setPH}
          error={at_('pH')}
          hint="6.5 to 7.5; below 6 iodine burns eggs"
        />
      )}
      {(basis === 'activeSubstance' || basis === 'availableIodine') && (
        <DecimalInput
          label={basis === 'availableIodine' ? 'Available iodine, % by its label' : 'Active, % by its label'}
          value={active}
          onChange={setActive}
          error={at_('activeShare')}
        />
      )}
      {basis === 'productVolume' && way === 'still' && (
        <DecimalInput label="Density, kg/L" value={density} onChange={setDensity} error={at_('densityKgPerL')} />
      )}
      <Choice
        label="The water"
        value={way}
        onChange={setWay}
        options={[
          { value: 'flow', label: 'flows' },
          { value: 'still', label: 'stands' },
        ]}
      />
      <div className="grid grid-cols-2 gap-2">
        {way === 'flow' && (
          <MeasureInput
            label="Flow"
            dimension="flow"
            value={flow}
            onChange={setFlow}
            error={running.error ?? at_('flowLPerMin')}
          />
        )}
        {way === 'flow' && (
          <DecimalInput
            label={basis === 'productVolume' ? 'Stock, µL/L of product' : 'Stock, mg/L'}
            value={stock}
            onChange={setStock}
            error={at_('stockMgPerL')}
          />
        )}
        <MeasureInput
          label={way === 'flow' ? 'Volume of the unit' : 'Volume'}
          dimension="volume"
          value={volume}
          onChange={setVolume}
          error={litres.error ?? at_('volumeL') ?? at_('unitVolumeL')}
        />
      </div>
      {way === 'flow' && litres.value !== null && (
        <Tick checked={primed} onChange={setPrimed}>
          with a priming dose at the start
        </Tick>
      )}
      {worked && (
        <div className="border-l-[3px] border-deep pl-3 text-body" data-testid="bath-worked">
          {worked.pumpMlPerMin !== null ? (
            <p>
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
              {worked.meanShareOfTarget !== null && running.value !== null && litres.value !== null && (
                <Strength
                  unitVolumeL={litres.value / 1000}
                  flowLPerMin={running.value + (worked.pumpMlPerMin ?? 0) / 1000}
                  minutes={given.minutes}
                  primed={primed}
                  until={given.minutes + (worked.minutesToFlush ?? 0)}
                />
              )}
            </p>
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
      <TextField label="Ordered by" value={orderedBy} onChange={setOrderedBy} error={act.errorOn('orderedBy')} />
      <TextField
        label="Looked at too by"
        value={checkedBy}
        onChange={setCheckedBy}
        error={act.errorOn('checkedBy')}
        hint="A second person, where it lies outside of Reference’s range"
      />
      <TextField label="By which label or order" value={label} onChange={setLabel} error={act.errorOn('label')} />
      <TextField
        label="Discharged where, and allowed by"
        value={discharge}
        onChange={setDischarge}
        error={act.errorOn('discharge')}
      />
      {begun !== null && <BathClock from={begun} minutes={given.minutes} flush={worked?.minutesToFlush ?? 0} />}
      <Caution>
        Label, local law and veterinarian decide. Gloves, eye wash, ventilation; formalin is a carcinogen and takes
        oxygen, peroxide burns and lifts eggs out of jars. Try a few eggs first, stop at distress, never mix chemicals,
        by-pass the biofilter.
      </Caution>
    </ActForm>
  );
}

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
  const W = 260;
  const H = 56;
  const points = strengthOverTime(i, until);
  const x = (m: number) => (m / until) * W;
  const y = (s: number) => H - 12 - s * (H - 18);
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="mt-1 block w-full"
      role="img"
      aria-label="Strength over time as a share of the target"
    >
      <line x1={0} x2={W} y1={y(1)} y2={y(1)} stroke="var(--strong)" strokeDasharray="3 3" />
      <line x1={0} x2={W} y1={y(0)} y2={y(0)} stroke="var(--rule)" />
      <line x1={x(i.minutes)} x2={x(i.minutes)} y1={2} y2={y(0)} stroke="var(--strong)" />
      <path
        d={`M${points.map((p) => `${x(p.minute).toFixed(1)} ${y(p.share).toFixed(1)}`).join('L')}`}
        fill="none"
        stroke="var(--deep)"
        strokeWidth={2}
      />
      <text x={0} y={H - 1} fontSize={10} fill="var(--soft)">
        target dashed
      </text>
      <text x={W} y={H - 1} fontSize={10} textAnchor="end" fill="var(--soft)">
        {Math.round(until)} min
      </text>
    </svg>
  );
}

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
