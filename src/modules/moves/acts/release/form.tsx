'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import type { ActHolding, SiteOption } from '@/client/holding';
import { at } from '@/client/holding';
import { DecimalInput, MeasureInput, NumberInput } from '@/client/inputs';
import { BucketTally } from '@/client/measure/BucketTally';
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
  const points = to?.points ?? [];
  const spread = f.lines('spread', {}, ['point']);
  const each = points.length > 0 ? Math.round((f.value('bucketsG') ?? []).length / points.length) : 0;
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
      {points.length > 0 && (
        <fieldset>
          <legend className="mb-1 text-soft">
            Over which places{each > 0 ? `: some ${each} ${each === 1 ? 'bucket' : 'buckets'} at each` : ''}
          </legend>
          {spread.each.map((l) => (
            <div key={l.key} className="mb-1 grid grid-cols-[minmax(0,1fr)_5.5rem_minmax(0,1fr)] items-end gap-2">
              <SelectField
                label="Place"
                {...l.field('point')}
                empty="choose"
                options={points.map((value) => ({ value, label: value }))}
              />
              <NumberInput label="Buckets" {...l.field('buckets')} />
              <TextField label="Carried by" {...l.field('by')} />
            </div>
          ))}
          {spread.error && <span className="text-small text-loss">{spread.error}</span>}
        </fieldset>
      )}
      <div className="grid grid-cols-2 gap-2">
        <TextField label="Marked" {...f.field('mark')} hint="clip, tag or dye; empty: none" />
        {f.value('mark') && <DecimalInput label="of them, %" {...f.field('markedShare')} hint="empty: all" />}
      </div>
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
