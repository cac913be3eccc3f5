'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import type { ActHolding, SiteOption } from '@/client/holding';
import { at } from '@/client/holding';
import { MeasureInput } from '@/client/inputs';
import { BucketTally } from '@/client/measure/BucketTally';
import { Tick } from '@/ui/Checkbox';
import { Caution } from '@/ui/caution';
import { SelectField } from '@/ui/SelectField';
import { recordRelease } from './act';

/** Weighed out bucket by bucket, to a site. */
export function ReleaseForm({
  h,
  sites,
  site,
  haul,
  loaded,
  done,
}: {
  h: ActHolding;
  sites: readonly SiteOption[];
  /** With which it begins. */
  site?: number;
  haul?: number;
  /** What was weighed when it was loaded. */
  loaded?: { batches: { massG: number; count: number }[]; bucketsG: number[] };
  done?: () => void;
}) {
  const f = useActForm(recordRelease, {
    about: { ...at(h), ...(haul === undefined ? {} : { haul }) },
    begin: { ...(site === undefined ? {} : { site }), ...loaded },
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
      <BucketTally weights={f.batches('batches')} buckets={f.typed('bucketsG')} read={f.value('bucketsG') ?? []} />
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
