'use client';

import { DayField } from '@/client/DayField';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { DecimalInput, MeasureInput, NumberInput } from '@/client/inputs';
import { useSession } from '@/client/session';
import { firstDay, oddsOf, type PromiseLot } from '@/core/planning/promise';
import { grouped } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { Tick } from '@/ui/Checkbox';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import type { OrderRow } from '../../views/orders';
import { saveOrder } from './act';

/** An order, with its odds while it is typed. */
export function OrderForm({
  order,
  lots,
  species,
  done,
}: {
  order?: OrderRow;
  lots: readonly (PromiseLot & { species: string })[];
  species: readonly { id: string; name: string }[];
  done?: () => void;
}) {
  const { now, timeZone } = useSession();
  const f = useActForm(saveOrder, {
    about: order ? { id: order.id } : {},
    as: { leastG: 'small', dueAt: 'day' },
    begin: order
      ? {
          customer: order.customer,
          species: order.species,
          number: order.number,
          leastG: order.leastG,
          dueAt: order.dueAt,
          note: order.note,
          ...(order.priceEach === null ? {} : { priceEach: order.priceEach }),
        }
      : { species: species[0]?.id },
    draftFor: `order ${order?.id ?? 'new'}`,
    event: false,
    needs: { customer: 'for whom', number: 'how many', leastG: 'of which size', dueAt: 'on which day' },
    says: () => 'Kept.',
    done,
  });
  const [number, leastG, dueAt, of] = [f.value('number'), f.value('leastG'), f.value('dueAt'), f.value('species')];
  return (
    <Form of={f} label={order ? 'Keep' : 'Take the order'}>
      <TextField label="For" {...f.field('customer')} />
      <div className="grid grid-cols-2 gap-2">
        <SelectField
          label="Species"
          {...f.field('species')}
          options={species.map((s) => ({ value: s.id, label: s.name }))}
        />
        <NumberInput label="How many" {...f.field('number')} />
        <MeasureInput label="Of at least" {...f.measure('leastG')} />
        <DayField label="On" {...f.typed('dueAt')} />
        <DecimalInput label="Price each" {...f.field('priceEach')} />
      </div>
      {number !== null && leastG !== null && dueAt !== null && number > 0 && leastG > 0 && (
        <OddsSaid
          lots={lots.filter((l) => l.species === of)}
          number={number}
          leastG={leastG}
          dueAt={dueAt}
          now={now}
          timeZone={timeZone}
        />
      )}
      <TextField label="Note" {...f.field('note')} />
      {order && <Tick {...f.field('closed')}>served, or given up</Tick>}
    </Form>
  );
}

/** In how many of a hundred seasons it is there, and from when on it could be promised. */
export function OddsSaid({
  lots,
  number,
  leastG,
  dueAt,
  now,
  timeZone,
}: {
  lots: readonly (PromiseLot & { species?: string })[];
  number: number;
  leastG: number;
  dueAt: number;
  now: number;
  timeZone: string;
}) {
  const plain = lots.map(({ species: _, ...l }) => l);
  if (plain.length === 0) return <p className="text-careful">Nothing of it stands here that was weighed.</p>;
  const days = Math.max(0, (dueAt - now) / DAY_MS);
  const o = oddsOf(plain, number, leastG, days);
  const sure = o.chance >= SURE ? null : firstDay(plain, number, leastG, SURE);
  return (
    <p className="border-l-[3px] border-deep pl-3" data-testid="odds">
      <b className={o.chance >= SURE ? 'text-deep' : o.chance < 0.5 ? 'text-hand' : 'text-careful'}>
        {Math.round(100 * o.chance)} of 100 seasons
      </b>
      : {grouped(Math.round(o.low))} to {grouped(Math.round(o.high))} of that size then.
      {o.chance < SURE && (
        <span className="block text-small text-soft">
          {sure === null
            ? 'Within half a year it cannot be promised nine of ten times.'
            : `Nine of ten times from ${dayMonth(now + sure * DAY_MS, timeZone, now)} on.`}
        </span>
      )}
    </p>
  );
}

const SURE = 0.9;
