'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { DecimalInput, MeasureInput } from '@/client/inputs';
import { BucketTally } from '@/client/measure/BucketTally';
import { grouped } from '@/core/quantities/format';
import { type HaulCheck, type HaulNote, haulCheckIds, haulChecks } from '@/core/transport/haul';
import { Ticks } from '@/ui/Checkbox';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { SignatureField } from '@/ui/Signature';
import type { LoadLine } from '../../views/hauls';
import { noteHaul } from './act';

const says = (r: { todo: string } | undefined) => (r?.todo ? `Recorded. ${r.todo}.` : 'Recorded.');

/** What was looked at before it leaves. */
export function CheckForm({ haul, done }: { haul: number; done?: () => void }) {
  const f = useActForm(noteHaul, { about: { haul, what: 'checked' }, draftFor: `check ${haul}`, says, done });
  return (
    <Form of={f} label="Looked at">
      <Ticks
        label="Before it leaves"
        {...f.chosen('ticks')}
        options={haulCheckIds.map((value: HaulCheck) => ({ value, label: haulChecks[value] }))}
      />
      <Caution>
        Compressed oxygen: no grease, no flame; the bottle lashed. Nobody stands on wet lids without a hold; nobody
        below a swinging net.
      </Caution>
    </Form>
  );
}

/** A reading of a tank on the way. */
export function ReadForm({ haul, tanks, done }: { haul: number; tanks: readonly string[]; done?: () => void }) {
  const f = useActForm(noteHaul, {
    about: { haul, what: 'read' },
    begin: { tank: tanks[0] },
    draftFor: `read ${haul}`,
    clears: ['oxygen', 'celsius'],
    says,
    done,
  });
  return (
    <Form of={f} label="Record">
      <SelectField label="Tank" {...f.field('tank')} options={tanks.map((t) => ({ value: t, label: t }))} />
      <div className="grid grid-cols-2 gap-2">
        <DecimalInput label="Oxygen, mg/L" {...f.field('oxygen')} />
        <MeasureInput label="Water" {...f.measure('celsius')} />
      </div>
    </Form>
  );
}

/** It left, arrived, was delivered, is back. */
export function StepForm({ haul, what, done }: { haul: number; what: HaulNote; done?: () => void }) {
  const f = useActForm(noteHaul, {
    about: { haul, what },
    draftFor: `step ${haul} ${what}`,
    needs: what === 'delivered' ? { said: 'who took them over' } : {},
    says,
    done,
  });
  const signed = f.own('signature');
  return (
    <Form of={f} label="Record">
      <TextField label={what === 'delivered' ? 'Taken over by' : 'In a line'} {...f.field('said')} />
      {what === 'delivered' && <SignatureField label="Signs here" onChange={signed.onChange} />}
    </Form>
  );
}

/** A bag or tank that leaked, and was packed anew. */
export function RepackForm({ haul, tanks, done }: { haul: number; tanks: readonly string[]; done?: () => void }) {
  const f = useActForm(noteHaul, {
    about: { haul, what: 'repacked' },
    begin: { tank: tanks[0] },
    draftFor: `repack ${haul}`,
    says,
    done,
  });
  return (
    <Form of={f} label="Record">
      <SelectField label="Of" {...f.field('tank')} options={tanks.map((t) => ({ value: t, label: t }))} />
      <TextField label="What was done" {...f.field('said')} />
      <Caution>
        New water of the same warmth, the air pressed out, oxygen in, tied twice; dead are taken out and recorded.
      </Caution>
    </Form>
  );
}

/** Weighed into its carrier, bucket after bucket: what is in it is known before it leaves. */
export function LoadedForm({ haul, load, done }: { haul: number; load: LoadLine; done?: () => void }) {
  const f = useActForm(noteHaul, {
    about: { haul, what: 'loaded', unit: load.unit, lotId: load.lotId, site: load.site, tank: load.tank },
    draftFor: `loaded ${haul} ${load.unit} ${load.site}`,
    needs: { batches: 'a batch weighed and counted', bucketsG: 'the buckets' },
    says,
    done,
  });
  return (
    <Form of={f} label="Record">
      <p className="text-soft">
        {grouped(load.number)} are planned into {load.tank}
        {load.loaded && `; about ${grouped(Math.round(load.loaded.number))} are in`}.
      </p>
      <BucketTally weights={f.batches('batches')} buckets={f.typed('bucketsG')} read={f.value('bucketsG') ?? []} />
      <Caution>
        Oxygen on before the first bucket. Fish out of water are counted in seconds: short dips, wet nets.
      </Caution>
    </Form>
  );
}

export const forms = formsOf(noteHaul, {});
