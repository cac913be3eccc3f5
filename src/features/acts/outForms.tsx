'use client';

import { useState } from 'react';
import type { MeasurementInput } from '@/core/books/measure';
import { grouped } from '@/core/quantities/format';
import { massOfAll } from '@/core/quantities/mass';
import { recordLossOf } from '@/modules/moves/acts/loss/act';
import { recordRelease } from '@/modules/moves/acts/release/act';
import { Caution } from '@/ui/caution';
import { SelectField, TextField, Tick } from '@/ui/fields';
import { useSession } from '../frame/session';
import { ActForm } from './ActForm';
import { type Batch, BatchRows, useBatches } from './batches';
import { useOriginal } from './correcting';
import { HowManyInput, useHowMany } from './HowMany';
import { type ActHolding, at, type FormProps } from './holding';
import { MeasureInput, measureOf, measureText, useShown } from './inputs';
import { useAct } from './useAct';
import { useEventFields } from './when';

const outWords = {
  culled: 'culled',
  sold: 'sold',
  escaped: 'escaped',
  dead: 'unit lost',
} as const;

/** Animals that leave other than by pick or release: culled, sold, escaped, the loss of a whole unit. */
export function OutForm({ h }: { h: ActHolding }) {
  const act = useAct(recordLossOf, () => many.reset());
  const event = useEventFields();
  const original = useOriginal<{
    account: keyof typeof outWords;
    all: boolean;
    measured: MeasurementInput;
    cause: string;
    receiver: string;
  }>();
  const many = useHowMany('counted', original?.all ? { kind: 'all' } : original?.measured);
  const [account, setAccount] = useState(original?.account ?? 'culled');
  const [cause, setCause] = useState(original?.cause ?? '');
  const [receiver, setReceiver] = useState(original?.receiver ?? '');
  const m = many.read();
  const all = m === 'all';
  return (
    <ActForm
      act={act}
      event={event}
      onSend={() => {
        if (m)
          void act.submit(
            {
              ...at(h),
              account,
              cause,
              receiver,
              ...(all ? { all: true } : { all: false, measured: m }),
              ...event.payload,
            },
            () => 'Recorded.',
          );
      }}
      label="Write off"
      disabled={!m}
    >
      <SelectField
        label="They were"
        value={account}
        onChange={(a) => {
          setAccount(a);
          if (a === 'dead' || a === 'escaped') many.setValue({ ...many.value, method: 'all' });
        }}
        options={(Object.keys(outWords) as (keyof typeof outWords)[]).map((k) => ({ value: k, label: outWords[k] }))}
      />
      <HowManyInput
        value={many.value}
        onChange={many.setValue}
        methods={['counted', 'weight', 'estimated', 'all']}
        error={act.errorOn('measured') ?? act.errorOn('number')}
      />
      {account === 'sold' ? (
        <TextField label="To whom" value={receiver} onChange={setReceiver} />
      ) : (
        <TextField label="What happened" value={cause} onChange={setCause} error={act.errorOn('cause')} />
      )}
      {account === 'culled' && (
        <Caution>
          Humane killing only by trained people, by the method that local rules allow; see that one application was
          enough.
        </Caution>
      )}
    </ActForm>
  );
}

/** Weighed out bucket by bucket, to a site. */
export function ReleaseForm({ h, sites }: FormProps) {
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
