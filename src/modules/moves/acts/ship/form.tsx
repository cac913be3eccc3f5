'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at } from '@/client/holding';
import { DecimalInput, MeasureInput, NumberInput } from '@/client/inputs';
import { HowManyInput } from '@/client/measure/HowMany';
import { allOrMeasured, measuredOrAll } from '@/client/measure/readHowMany';
import { decimals } from '@/core/quantities/format';
import { isTable } from '@/core/units/unitKinds';
import { shipEggs } from '@/modules/moves/acts/ship/act';
import type { ResultOf } from '@/server/act/define';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';

/** Eyed eggs that are sent out, with what their paper has to say. */
export function ShipForm({ h }: { h: ActHolding }) {
  const f = useActForm(shipEggs, {
    about: at(h),
    begin: { boxes: 1 },
    from: (o) => ({ ...o, measured: measuredOrAll(o) }),
    as: { measured: 'volume' },
    needs: {
      measured: 'how many',
      receiver: 'the receiver',
      boxes: 'the boxes',
      hours: 'the hours',
      boxCelsius: 'how cold the box is',
      papers: 'the papers',
    },
    clears: ['measured'],
    adjust: allOrMeasured,
    says: (r) => shippedSays(r?.age),
  });
  return (
    <Form of={f} label="Record the shipment">
      <HowManyInput
        {...f.many('measured', 'number')}
        methods={['volume', 'weight', 'counted', 'estimated', 'all']}
        what="eyed eggs"
      />
      <TextField label="To whom" {...f.field('receiver')} />
      <div className="grid grid-cols-2 gap-2">
        <NumberInput label="Boxes" {...f.field('boxes')} />
        <DecimalInput label="Hours on the way" {...f.field('hours')} />
        <MeasureInput label="In the box" {...f.measure('boxCelsius')} />
        <MeasureInput label="Outside" {...f.measure('outsideCelsius')} />
      </div>
      <DecimalInput
        label="Heat through the box, W a °C"
        {...f.field('wallWattPerKelvin')}
        hint="for the ice; found by what melts in an empty box, 93 Wh a kilogram"
      />
      <TextField label="By whom carried" {...f.field('carrier')} />
      <TextField label="Permit and health paper" {...f.field('papers')} hint="their numbers, or why none is wanted" />
      <Caution>
        Transfer between waters and countries needs its permits; the receiver’s rules and label decide on disinfection.
        Moist, dark and cold, never in standing water; dry ice only where its gas can leave.
      </Caution>
    </Form>
  );
}

function shippedSays(age: ResultOf<typeof shipEggs>['age'] | undefined): string {
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
