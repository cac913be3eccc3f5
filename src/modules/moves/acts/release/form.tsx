'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import type { ActHolding, SiteOption } from '@/client/holding';
import { at } from '@/client/holding';
import { MeasureInput, useShown } from '@/client/inputs';
import { BatchRows } from '@/client/measure/batches';
import { useSession } from '@/client/session';
import { grouped } from '@/core/quantities/format';
import { massOfAll } from '@/core/quantities/mass';
import { Tick } from '@/ui/Checkbox';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { recordRelease } from './act';

/** Weighed out bucket by bucket, to a site. */
export function ReleaseForm({
  h,
  sites,
  site,
  haul,
  done,
}: {
  h: ActHolding;
  sites: readonly SiteOption[];
  /** With which it begins. */
  site?: number;
  haul?: number;
  done?: () => void;
}) {
  const us = useSession().units === 'us';
  const unit = useShown();
  const f = useActForm(recordRelease, {
    about: { ...at(h), ...(haul === undefined ? {} : { haul }) },
    begin: site === undefined ? {} : { site },
    needs: {
      site: 'a site',
      batches: 'a batch weighed and counted',
      bucketsG: 'the buckets',
    },
    unreadable: { waterCelsius: 'the temperature' },
    says: (r) => `${r?.text} released to ${r?.site}.`,
    ...(haul === undefined ? {} : { draftFor: `release ${haul} ${h.unitId}` }),
    done,
  });
  const weights = f.batches('batches');
  const buckets = f.value('bucketsG') ?? [];
  const inAll = buckets.reduce((s, b) => s + b, 0);
  const mean = weights.read.reduce((s, b) => s + b.massG, 0) / weights.read.reduce((s, b) => s + b.count, 0);
  const to = sites.find((s) => s.id === f.value('site'));
  return (
    <Form of={f} label="Record release">
      <SelectField
        label="Released to"
        {...f.field('site')}
        options={sites.map((s) => ({ value: String(s.id), label: s.name }))}
      />
      {to && (
        <p className={to.permit ? 'quiet' : 'text-careful'} data-testid="permit">
          {to.permit
            ? `Permit: ${to.permit}.`
            : `No permit is on file for ${to.name}: the manager enters it in Set-up.`}
        </p>
      )}
      <BatchRows {...weights} />
      <TextField
        label={`Buckets, ${unit('mass')} each, one after the other`}
        {...f.typed('bucketsG')}
        placeholder="8.2 7.9 8.4"
        hint={
          buckets.length > 0
            ? `${buckets.length} ${buckets.length === 1 ? 'bucket' : 'buckets'}, ${massOfAll(inAll, us, 2)}${weights.read.length > 0 ? `: about ${grouped(inAll / mean)} animals` : ''}`
            : undefined
        }
      />
      <MeasureInput
        label="Receiving water"
        {...f.measure('waterCelsius')}
        hint="Temper slowly: a few degrees at most between the two waters"
      />
      <Tick {...f.field('emptied')}>{h.unit} is empty now</Tick>
      <Caution>
        Transfer and release need their permits; check them, and the health papers, before loading. Compressed oxygen:
        no grease, no flame.
      </Caution>
    </Form>
  );
}

export const forms = formsOf(recordRelease, {
  offers: [
    {
      id: 'release',
      word: 'Release',
      rank: ({ h }) => (h.can.includes('eats') ? 6 : null),
      form: ({ h, sites }) => <ReleaseForm h={h} sites={sites} />,
    },
  ],
  corrects: { release: ofHolding((h, { sites }) => <ReleaseForm h={h} sites={sites} />) },
  aboutUnit: true,
});
