'use client';

import { InstantField } from '@/client/DayField';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { DecimalInput, MeasureInput, NumberInput } from '@/client/inputs';
import { feedsOn, feedsOnIds, harvestIds, harvests } from '@/core/ponds/more';
import { together } from '@/core/ponds/together';
import { Tick } from '@/ui/Checkbox';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import type { RunRow } from '../../runs';
import { extendPond } from './act';

type Of = { run: RunRow; done?: () => void };

/** Who goes in together: as it is typed it says who eats whom. */
export function PartnersForm({ run, done }: Of) {
  const f = useActForm(extendPond, {
    about: { run: run.id },
    begin: { partners: run.more.partners },
    draftFor: `partners ${run.id}`,
    event: false,
    mayBeEmpty: ['partners'],
    adjust: (input) => ({ ...input, partners: input.partners ?? [] }),
    says: () => 'Kept.',
    done,
  });
  const lines = f.lines('partners', {}, ['name']);
  const read = lines.each.flatMap((l) => {
    const [name, lengthMm] = [l.value('name'), l.value('lengthMm')];
    return name === null || lengthMm === null
      ? []
      : [{ name, lengthMm, number: l.value('number') ?? 1, feeds: l.value('feeds') ?? ('mixed' as const) }];
  });
  return (
    <Form of={f} label="Keep">
      {lines.each.map((l) => (
        <div
          key={l.key}
          className="grid grid-cols-[minmax(0,1.4fr)_6rem_6rem_minmax(0,1.4fr)] items-end gap-2 max-sm:grid-cols-2"
        >
          <TextField label="Kind" {...l.field('name')} />
          <NumberInput label="Number" {...l.field('number')} />
          <MeasureInput label="Length" {...l.measure('lengthMm')} />
          <SelectField
            label="Lives on"
            {...l.field('feeds')}
            options={feedsOnIds.map((value) => ({ value, label: feedsOn[value] }))}
          />
        </div>
      ))}
      {lines.error && <span className="text-small text-loss">{lines.error}</span>}
      <ul>
        {together(read)
          .filter((p) => p.is !== 'goes')
          .map((p) => (
            <li key={`${p.a} ${p.b}`} className={p.is === 'eats' ? 'font-semibold text-hand' : 'text-careful'}>
              {p.a} and {p.b}: {p.says}
            </li>
          ))}
      </ul>
    </Form>
  );
}

/** The bottom from the inlet to the drain, below the standpipe. */
export function ProfileForm({ run, done }: Of) {
  const f = useActForm(extendPond, {
    about: { run: run.id },
    begin: { profile: run.more.profile },
    draftFor: `profile ${run.id}`,
    event: false,
    mayBeEmpty: ['profile'],
    adjust: (input) => ({ ...input, profile: input.profile ?? [] }),
    says: () => 'Kept.',
    done,
  });
  const lines = f.lines('profile', { atM: 'plain' }, ['atM', 'cm']);
  return (
    <Form of={f} label="Keep">
      {lines.each.map((l) => (
        <div key={l.key} className="grid grid-cols-2 items-end gap-2">
          <DecimalInput label="From the inlet, m" {...l.field('atM')} />
          <DecimalInput label="Bottom below the standpipe, cm" {...l.field('cm')} />
        </div>
      ))}
      {lines.error && <span className="text-small text-loss">{lines.error}</span>}
    </Form>
  );
}

/** How often it is weighed, and whether its water is exchanged by the tide. */
export function RhythmForm({ run, done }: Of) {
  const f = useActForm(extendPond, {
    about: { run: run.id },
    begin: { sampleDays: run.more.sampleDays, tidal: run.more.tidal, exchangeShare: run.more.exchangeShare },
    draftFor: `rhythm ${run.id}`,
    event: false,
    adjust: (input) => ({ ...input, tidal: input.tidal ?? false }),
    says: () => 'Kept.',
    done,
  });
  return (
    <Form of={f} label="Keep">
      <NumberInput label="A sample is weighed every so many days" {...f.field('sampleDays')} />
      <Tick {...f.field('tidal')}>its water is exchanged at spring tides</Tick>
      {f.value('tidal') && <DecimalInput label="Of its water each time, %" {...f.field('exchangeShare')} />}
    </Form>
  );
}

/** When it is harvested and how: the day is planned from it. */
export function HarvestForm({ run, done }: Of) {
  const f = useActForm(extendPond, {
    about: { run: run.id },
    begin: {
      harvest: run.more.harvest,
      ...(run.more.harvestAt === null ? {} : { harvestAt: run.more.harvestAt }),
      classes: run.more.classes,
      bySex: run.more.bySex,
      ...(run.more.leastG === null ? {} : { leastG: run.more.leastG }),
      ...(run.more.drainLPerMin === null ? {} : { drainLPerMin: run.more.drainLPerMin }),
    },
    as: { leastG: 'small' },
    draftFor: `harvest ${run.id}`,
    event: false,
    mayBeEmpty: ['classes', 'bySex'],
    adjust: (input) => ({ ...input, classes: input.classes ?? [], bySex: input.bySex ?? [] }),
    says: () => 'Kept.',
    done,
  });
  const at = f.own('harvestAt');
  const classes = f.lines('classes', { fromG: 'small' }, ['fromG']);
  const bySex = f.lines('bySex', { massG: 'small' }, ['sex', 'number', 'massG']);
  return (
    <Form of={f} label="Keep">
      <SelectField
        label="Taken are"
        {...f.field('harvest')}
        options={harvestIds.map((value) => ({ value, label: harvests[value] }))}
      />
      <InstantField label="Taken out at" value={at.value} onChange={at.onChange} error={at.error} />
      {f.value('harvest') === 'selective' ? (
        <MeasureInput label="Those of and above" {...f.measure('leastG')} />
      ) : (
        <MeasureInput label="The drain takes" {...f.measure('drainLPerMin')} />
      )}
      <fieldset>
        <legend className="text-soft">Sorted by size</legend>
        <div className="grid grid-cols-3 gap-2 max-sm:grid-cols-2">
          {classes.each.map((l) => (
            <MeasureInput key={l.key} label="A class begins at" {...l.measure('fromG')} />
          ))}
        </div>
        {classes.error && <span className="text-small text-loss">{classes.error}</span>}
      </fieldset>
      <fieldset>
        <legend className="text-soft">A sample by sex, each weighed together</legend>
        {bySex.each.map((l) => (
          <div key={l.key} className="grid grid-cols-3 items-end gap-2">
            <SelectField
              label="Sex"
              {...l.field('sex')}
              empty="choose"
              options={[
                { value: 'female', label: 'females' },
                { value: 'male', label: 'males' },
              ]}
            />
            <NumberInput label="Number" {...l.field('number')} />
            <MeasureInput label="Weigh together" {...l.measure('massG')} />
          </div>
        ))}
        {bySex.error && <span className="text-small text-loss">{bySex.error}</span>}
      </fieldset>
      <Caution>
        Nobody alone in a pond being drained: mud holds, gates swing. Crabs: tie the claws, hands from behind. Nothing
        is sold before the withdrawal of what was treated is over.
      </Caution>
    </Form>
  );
}
