'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofHolding } from '@/client/act/actForms';
import { useCorrecting, useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import { type ActHolding, at } from '@/client/holding';
import {
  DecimalInput,
  decimalOf,
  MeasureInput,
  measureOf,
  measureText,
  NumberInput,
  numberText,
  useShown,
  wholeOf,
} from '@/client/inputs';
import { HowManyInput, useHowMany } from '@/client/measure/HowMany';
import { useSession } from '@/client/session';
import { useEventFields } from '@/client/when';
import type { MeasurementInput } from '@/core/books/measure';
import { decimals } from '@/core/quantities/format';
import { isTable } from '@/core/units/unitKinds';
import { shipEggs } from '@/modules/moves/acts/ship/act';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';

type Original = {
  all: boolean;
  measured?: MeasurementInput;
  receiver: string;
  papers: string;
  carrier: string;
  boxes: number;
  hours: number;
  boxCelsius: number;
  outsideCelsius?: number;
  wallWattPerKelvin?: number;
};
type Age = { degreeDays: number | null; left: number | null; iceKg: number | null; warnings: string[] };

/** Eyed eggs that are sent out, with what their paper has to say. */
export function ShipForm({ h }: { h: ActHolding }) {
  const { locale } = useSession();
  const unit = useShown();
  const o = useOriginal<Original>();
  const act = useAct(shipEggs, () => many.reset());
  const event = useEventFields();
  const many = useHowMany('volume', o?.all ? { kind: 'all' } : o?.measured);
  const [receiver, setReceiver] = useState(o?.receiver ?? '');
  const [papers, setPapers] = useState(o?.papers ?? '');
  const [carrier, setCarrier] = useState(o?.carrier ?? '');
  const [boxes, setBoxes] = useState(numberText(o?.boxes ?? 1, locale));
  const [hours, setHours] = useState(o?.hours === undefined ? '' : numberText(o.hours, locale));
  const degrees = unit('temperature');
  const warm = (c: number | undefined) => (c === undefined ? '' : measureText(c, 'temperature', degrees, locale));
  const [box, setBox] = useState(warm(o?.boxCelsius));
  const [outside, setOutside] = useState(warm(o?.outsideCelsius));
  const [wall, setWall] = useState(o?.wallWattPerKelvin === undefined ? '' : numberText(o.wallWattPerKelvin, locale));
  const correcting = useCorrecting();
  // What the entry said before and says no more is taken away.
  const gone = (field: 'outsideCelsius' | 'wallWattPerKelvin') =>
    correcting && o?.[field] !== undefined ? { [field]: null } : {};
  const m = many.read();
  const [b, t, w] = [wholeOf(boxes, locale), decimalOf(hours, locale), decimalOf(wall, locale)];
  const [inBox, out] = [box, outside].map((x) => measureOf(x, 'temperature', degrees, locale)) as [
    ReturnType<typeof measureOf>,
    ReturnType<typeof measureOf>,
  ];
  return (
    <ActForm
      act={act}
      event={event}
      label="Record the shipment"
      needs={[
        !m && 'how many',
        receiver.trim() === '' && 'the receiver',
        b.value === null && 'the boxes',
        t.value === null && 'the hours',
        inBox.value === null && 'how cold the box is',
        papers.trim() === '' && 'the papers',
      ]}
      onSend={() =>
        void act.submit(
          {
            ...at(h),
            ...(m === 'all' ? { all: true } : { all: false, measured: m }),
            receiver,
            papers,
            carrier,
            boxes: b.value,
            hours: t.value,
            boxCelsius: inBox.value,
            ...(out.value === null ? gone('outsideCelsius') : { outsideCelsius: out.value }),
            ...(w.value === null ? gone('wallWattPerKelvin') : { wallWattPerKelvin: w.value }),
            ...event.payload,
          },
          (r) => shippedSays(r?.age as Age | undefined),
        )
      }
    >
      <HowManyInput
        value={many.value}
        onChange={many.setValue}
        methods={['volume', 'weight', 'counted', 'estimated', 'all']}
        what="eyed eggs"
        error={act.errorOn('measured') ?? act.errorOn('number')}
      />
      <TextField label="To whom" value={receiver} onChange={setReceiver} error={act.errorOn('receiver')} />
      <div className="grid grid-cols-2 gap-2">
        <NumberInput label="Boxes" value={boxes} onChange={setBoxes} error={b.error ?? act.errorOn('boxes')} />
        <DecimalInput
          label="Hours on the way"
          value={hours}
          onChange={setHours}
          error={t.error ?? act.errorOn('hours')}
        />
        <MeasureInput
          label="In the box"
          dimension="temperature"
          value={box}
          onChange={setBox}
          error={inBox.error ?? act.errorOn('boxCelsius')}
        />
        <MeasureInput
          label="Outside"
          dimension="temperature"
          value={outside}
          onChange={setOutside}
          error={out.error ?? act.errorOn('outsideCelsius')}
        />
      </div>
      <DecimalInput
        label="Heat through the box, W a °C"
        value={wall}
        onChange={setWall}
        error={w.error ?? act.errorOn('wallWattPerKelvin')}
        hint="for the ice; found by what melts in an empty box, 93 Wh a kilogram"
      />
      <TextField label="By whom carried" value={carrier} onChange={setCarrier} />
      <TextField
        label="Permit and health paper"
        value={papers}
        onChange={setPapers}
        error={act.errorOn('papers')}
        hint="their numbers, or why none is wanted"
      />
      <Caution>
        Transfer between waters and countries needs its permits; the receiver’s rules and label decide on disinfection.
        Moist, dark and cold, never in standing water; dry ice only where its gas can leave.
      </Caution>
    </ActForm>
  );
}

function shippedSays(age: Age | undefined): string {
  if (!age || age.degreeDays === null)
    return 'Recorded; its paper stands beside the entry. Age in degree-days not known.';
  return `Recorded; its paper stands beside the entry. ${Math.round(age.degreeDays)} °C·d old${age.left === null ? '' : `, ${Math.round(age.left)} left on arrival`}${age.iceKg === null ? '' : `; ${decimals(age.iceKg, 1)} kg of ice`}.${age.warnings.map((x) => ` ${x.charAt(0).toUpperCase()}${x.slice(1)}.`).join('')}`;
}

export const forms = formsOf(shipEggs, {
  offers: [
    {
      id: 'ship',
      word: 'Send eyed',
      rank: ({ h, unitKind }) => (h.can.includes('picked') && !isTable(unitKind) ? 6 : null),
      shakes: true,
      form: ({ h }) => <ShipForm h={h} />,
    },
  ],
  corrects: { eggShipment: ofHolding((h) => <ShipForm h={h} />) },
  aboutUnit: true,
});
