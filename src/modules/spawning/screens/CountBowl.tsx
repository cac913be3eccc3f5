'use client';

import { ByTheDead } from '@/client/ByTheDead';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { useTyped } from '@/client/form/useTyped';
import { type PlaceOption, placeOptions } from '@/client/holding';
import { NumberInput } from '@/client/inputs';
import { Ways } from '@/client/measure/TwoWays';
import { OffspringField } from '@/client/OffspringField';
import type { MeasurementInput } from '@/core/books/measurement';
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
  const tables = places.filter((p) => p.kind === 'table');
  const typing = useTyped<Record<'samples' | 'all', '' | 'dry' | 'hardened'>>(() => ({ samples: '', all: '' }));
  const { samples, all } = typing.value;
  const dryG = bowl.females.reduce((s, f) => s + f.massG, 0);
  const f = useActForm(recordTake, {
    typing,
    about: {
      species: view.book.id,
      females: bowl.females.map((x) => ({ tag: x.tag, ...(dryG > 0 ? { share: x.massG / dryG } : {}) })),
      males: bowl.males.map((m) => {
        const turn = bowl.turns?.find((t) => t.fish === m.fish);
        return { tag: m.tag, ...(turn && turn.share > 0 ? { share: turn.share } : {}) };
      }),
      cross: bowl.how === 'split' ? 'pairs' : 'pooled',
      ...(bowl.how === 'split'
        ? { pairs: bowl.females.flatMap((x) => bowl.males.map((m) => ({ female: x.tag, males: [m.tag] }))) }
        : {}),
      day: view.id,
      bowl: bowl.bowl,
    },
    begin: { unit: tables[0]?.id },
    as: { measured: 'volume' },
    needs: { measured: 'the count', unit: 'where they stand' },
    unreadable: { removed: 'a number of dead that can be read' },
    adjust: (input) => ({ ...input, hardened: all === 'hardened' }),
    says: (r) => `${r?.lot}: ${r?.text} eggs. Lay them down below.`,
    done: onDone,
  });
  const measured = f.value('measured');
  const mixed = samples !== '' && all !== '' && samples !== all;
  const volumeMl = volumeOf(measured);
  const off = all && volumeMl && dryG > 0 ? swellingSays(all, dryG, volumeMl, view.learned.swelling) : null;
  return (
    <Form
      of={f}
      label="Into the books"
      needs={[
        (!samples || !all) && 'whether samples and total were dry or hardened',
        mixed && 'samples and total alike',
      ]}
    >
      <div className="grid grid-cols-2 gap-3">
        <State word="Samples were" value={samples} onChange={(samples) => typing.put({ samples })} />
        <State word="The total was" value={all} onChange={(all) => typing.put({ all })} />
      </div>
      {mixed && (
        <p role="alert" className="text-loss">
          Dry and hardened eggs differ in size: a sample of one says nothing of the other. Measure both alike.
        </p>
      )}
      <Ways
        {...f.ways('measured')}
        of="take"
        methods={['volume', 'weight', 'trough', 'displaced', 'counted', 'estimated']}
        what="eggs"
        packing={view.learned.packing}
      />
      {off && <p className="text-careful">{off}</p>}
      {dryG > 0 && <WhatItPromises perDryG={view.perDryG} dryG={dryG} swelling={view.learned.swelling} />}
      <NumberInput
        label="Dead taken out before the count"
        {...f.field('removed')}
        hint="They belong to the take, and are booked as dead at once"
      />
      <ByTheDead measured={measured} removed={f.value('removed')} />
      <OffspringField {...f.field('sex')} />
      <SelectField
        label="They stand on"
        {...f.field('unit')}
        options={placeOptions(tables.length > 0 ? tables : places)}
      />
      <Caution>Wet hands, shade and little time: eggs are hurt by light, drying and knocks.</Caution>
    </Form>
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
