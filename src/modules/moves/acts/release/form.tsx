'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofHolding } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import type { ActHolding, SiteOption } from '@/client/holding';
import { at } from '@/client/holding';
import { MeasureInput, measureOf, measureText, useShown } from '@/client/inputs';
import { type Batch, BatchRows, useBatches } from '@/client/measure/batches';
import { useSession } from '@/client/session';
import { useEventFields } from '@/client/when';
import { grouped } from '@/core/quantities/format';
import { massOfAll } from '@/core/quantities/mass';
import { Tick } from '@/ui/Checkbox';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { recordRelease } from './act';

/** Weighed out bucket by bucket, to a site. */
export function ReleaseForm({ h, sites }: { h: ActHolding; sites: readonly SiteOption[] }) {
  const { locale, units } = useSession();
  const unit = useShown();
  const act = useAct(recordRelease);
  const event = useEventFields();
  const original = useOriginal<{
    batches: Batch[];
    bucketsG: number[];
    site: number;
    emptied: boolean;
    waterCelsius: number;
  }>();
  const weights = useBatches(original?.batches);
  const [buckets, setBuckets] = useState(
    original?.bucketsG?.map((g) => measureText(g, 'mass', unit('mass'), locale)).join(' ') ?? '',
  );
  const [site, setSite] = useState(original?.site === undefined ? '' : String(original.site));
  const [emptied, setEmptied] = useState(original?.emptied ?? false);
  const [water, setWater] = useState(
    original?.waterCelsius === undefined
      ? ''
      : measureText(original.waterCelsius, 'temperature', unit('temperature'), locale),
  );
  const { batches } = weights;
  const parts = buckets
    .split(/[;\n]+|\s{1,}(?=\d)/)
    .map((b) => b.trim())
    .filter(Boolean);
  const masses = parts.map((b) => measureOf(b, 'mass', unit('mass'), locale));
  const bad = masses.find((m) => m.error)?.error ?? null;
  const good = masses.flatMap((m) => (m.value ? [m.value] : []));
  const inAll = good.reduce((s, b) => s + b, 0);
  const mean = batches.reduce((s, b) => s + b.massG, 0) / batches.reduce((s, b) => s + b.count, 0);
  const to = sites.find((s) => String(s.id) === site);
  const celsius = measureOf(water, 'temperature', unit('temperature'), locale);
  return (
    <ActForm
      act={act}
      event={event}
      onSend={() => {
        void act.submit(
          {
            ...at(h),
            site: Number(site),
            batches,
            bucketsG: good,
            emptied,
            ...(celsius.value !== null ? { waterCelsius: celsius.value } : original ? { waterCelsius: null } : {}),
            ...event.payload,
          },
          (r) => `${r?.text} released to ${r?.site}.`,
        );
      }}
      label="Record release"
      needs={[
        !site && 'a site',
        batches.length === 0 && 'a batch weighed and counted',
        (good.length === 0 || bad !== null) && 'the buckets',
        celsius.error && 'the temperature',
      ]}
    >
      <SelectField
        label="Released to"
        value={site}
        onChange={setSite}
        options={sites.map((s) => ({ value: String(s.id), label: s.name }))}
        error={act.errorOn('site')}
      />
      {to && (
        <p className={to.permit ? 'quiet' : 'text-careful'} data-testid="permit">
          {to.permit
            ? `Permit: ${to.permit}.`
            : `No permit is on file for ${to.name}: the manager enters it in Set-up.`}
        </p>
      )}
      <BatchRows weights={weights} act={act} />
      <TextField
        label={`Buckets, ${unit('mass')} each, one after the other`}
        value={buckets}
        onChange={setBuckets}
        placeholder="8.2 7.9 8.4"
        error={bad ?? act.errorOn('bucketsG')}
        hint={
          good.length > 0
            ? `${good.length} ${good.length === 1 ? 'bucket' : 'buckets'}, ${massOfAll(inAll, units === 'us', 2)}${batches.length > 0 ? `: about ${grouped(inAll / mean)} animals` : ''}`
            : undefined
        }
      />
      <MeasureInput
        label="Receiving water"
        dimension="temperature"
        value={water}
        onChange={setWater}
        error={celsius.error ?? act.errorOn('waterCelsius')}
        hint="Temper slowly: a few degrees at most between the two waters"
      />
      <Tick checked={emptied} onChange={setEmptied}>
        {h.unit} is empty now
      </Tick>
      <Caution>
        Transfer and release need their permits; check them, and the health papers, before loading. Compressed oxygen:
        no grease, no flame.
      </Caution>
    </ActForm>
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
