'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { useAct } from '@/client/act/useAct';
import { ByTheDead } from '@/client/ByTheDead';
import { type PlaceOption, placeOptions } from '@/client/holding';
import { NumberInput, wholeOf } from '@/client/inputs';
import { useTwoWays } from '@/client/measure/TwoWays';
import { OffspringField } from '@/client/OffspringField';
import { useSession } from '@/client/session';
import { useEventFields } from '@/client/when';
import type { MeasurementInput } from '@/core/books/measure';
import type { OffspringSex } from '@/core/brood/strainAndSex';
import { swellingSays } from '@/core/eggs/swelling';
import { figures, grouped } from '@/core/quantities/format';
import { recordTake } from '@/modules/incubation/acts/take/act';
import { Choice } from '@/ui/Choice';
import { Caution } from '@/ui/caution';
import { SelectField } from '@/ui/SelectField';
import type { DayBowl, DayView } from '../views/day';

/** The eggs of a bowl counted: the number goes to the books, with parents and doubt. */
export function CountBowl({
  view,
  bowl,
  places,
  onDone,
}: {
  view: DayView;
  bowl: DayBowl;
  places: readonly PlaceOption[];
  onDone?: () => void;
}) {
  const { locale } = useSession();
  const act = useAct(recordTake, onDone);
  const event = useEventFields();
  const many = useTwoWays('volume', null, view.learned.packing);
  const tables = places.filter((p) => p.kind === 'table');
  const [to, setTo] = useState(tables[0] ? String(tables[0].id) : '');
  const [samples, setSamples] = useState<'' | 'dry' | 'hardened'>('');
  const [all, setAll] = useState<'' | 'dry' | 'hardened'>('');
  const [sex, setSex] = useState<OffspringSex>('mixed');
  const [removed, setRemoved] = useState('');
  const measured = many.read();
  const dryG = bowl.females.reduce((s, f) => s + f.massG, 0);
  const tags = bowl.males.map((m) => m.tag);
  const dead = wholeOf(removed, locale);
  const mixed = samples !== '' && all !== '' && samples !== all;
  const volumeMl = volumeOf(measured);
  const off = all && volumeMl && dryG > 0 ? swellingSays(all, dryG, volumeMl, view.learned.swelling) : null;
  return (
    <ActForm
      act={act}
      event={event}
      label="Into the books"
      needs={[
        !measured && 'the count',
        (!samples || !all) && 'whether samples and total were dry or hardened',
        mixed && 'samples and total alike',
        dead.error && 'a number of dead that can be read',
        !to && 'where they stand',
      ]}
      onSend={() =>
        void act.submit(
          {
            species: view.book.id,
            females: bowl.females.map((f) => ({ tag: f.tag, ...(dryG > 0 ? { share: f.massG / dryG } : {}) })),
            males: bowl.males.map((m) => {
              const turn = bowl.turns?.find((t) => t.fish === m.fish);
              return { tag: m.tag, ...(turn && turn.share > 0 ? { share: turn.share } : {}) };
            }),
            cross: bowl.how === 'split' ? 'pairs' : 'pooled',
            ...(bowl.how === 'split'
              ? { pairs: bowl.females.flatMap((f) => tags.map((m) => ({ female: f.tag, males: [m] }))) }
              : {}),
            measured,
            hardened: all === 'hardened',
            removed: dead.value ?? 0,
            ...(sex === 'mixed' ? {} : { sex }),
            unit: Number(to),
            day: view.id,
            bowl: bowl.bowl,
            ...event.payload,
          },
          (r) => `${r?.lot}: ${r?.text} eggs. Lay them down below.`,
        )
      }
    >
      <div className="grid grid-cols-2 gap-3">
        <State word="Samples were" value={samples} onChange={setSamples} />
        <State word="The total was" value={all} onChange={setAll} />
      </div>
      {mixed && (
        <p role="alert" className="text-loss">
          Dry and hardened eggs differ in size: a sample of one says nothing of the other. Measure both alike.
        </p>
      )}
      {many.view({
        of: 'take',
        methods: ['volume', 'weight', 'trough', 'displaced', 'counted', 'estimated'],
        what: 'eggs',
        error: act.errorOn('measured'),
      })}
      {off && <p className="text-careful">{off}</p>}
      {dryG > 0 && <WhatItPromises perDryG={view.perDryG} dryG={dryG} swelling={view.learned.swelling} />}
      <NumberInput
        label="Dead taken out before the count"
        value={removed}
        onChange={setRemoved}
        error={dead.error ?? act.errorOn('removed')}
        hint="They belong to the take, and are booked as dead at once"
      />
      <ByTheDead measured={measured} removed={dead.value} />
      <OffspringField value={sex} onChange={setSex} />
      <SelectField
        label="They stand on"
        value={to}
        onChange={setTo}
        options={placeOptions(tables.length > 0 ? tables : places)}
        error={act.errorOn('unit')}
      />
      <Caution>Wet hands, shade and little time: eggs are hurt by light, drying and knocks.</Caution>
    </ActForm>
  );
}

function State({
  word,
  value,
  onChange,
}: {
  word: string;
  value: '' | 'dry' | 'hardened';
  onChange: (v: 'dry' | 'hardened') => void;
}) {
  return (
    <fieldset className="field">
      <legend className="label mb-1 text-small text-soft">{word}</legend>
      <Choice
        label={word}
        value={value || ('' as 'dry')}
        onChange={onChange}
        options={[
          { value: 'dry', label: 'dry' },
          { value: 'hardened', label: 'hardened' },
        ]}
      />
    </fieldset>
  );
}

/** What the dry mass of a bowl promises, by this hatchery's own counts or by Reference. */
function WhatItPromises({
  perDryG,
  dryG,
  swelling,
}: {
  perDryG: DayView['perDryG'];
  dryG: number;
  swelling: DayView['learned']['swelling'];
}) {
  if (!perDryG) return null;
  const eggs = Number((dryG * perDryG.mean).toPrecision(2));
  return (
    <p className="quiet text-small" data-testid="promise">
      {figures(dryG, 4)} g dry make about {grouped(eggs)} eggs,{' '}
      {perDryG.own ? 'as counted here before' : 'by the diameter in Reference'}
      {swelling &&
        `, and about ${grouped(Number((dryG * swelling.mlPerDryG).toPrecision(2)))} mL once hardened (${swelling.batches} ${swelling.batches === 1 ? 'bowl' : 'bowls'})`}
      .
    </p>
  );
}

function volumeOf(m: MeasurementInput | null): number | null {
  if (m?.method === 'volume' || m?.method === 'trough') return m.totalVolumeMl;
  if (m?.method !== 'combined') return null;
  return m.parts.map((p) => volumeOf(p)).find((v) => v !== null) ?? null;
}
