'use client';

import { useMemo } from 'react';
import { DayField, TimeInput } from '@/client/DayField';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { useTyped } from '@/client/form/useTyped';
import type { PlaceOption } from '@/client/holding';
import { decimalOf, NumberInput, numberText, wholeOf } from '@/client/inputs';
import { useSession } from '@/client/session';
import { femalesNeeded } from '@/core/induction/females';
import { latencyClock } from '@/core/induction/latency';
import { decimals, degrees, grouped } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';
import { crossKinds, crossKindWords } from '@/core/spawning/plan';
import { protocolKindWords } from '@/core/spawning/protocol';
import { clock, dayMonth, instantsOf, isoDay } from '@/core/time/localDay';
import { HOUR_MS } from '@/core/time/spans';
import { saveDay } from '@/modules/spawning/acts/day/act';
import { Button } from '@/ui/Button';
import { Tick } from '@/ui/Checkbox';
import { Choice } from '@/ui/Choice';
import { Field, TextField } from '@/ui/fields';
import { Select } from '@/ui/Select';
import { SelectField } from '@/ui/SelectField';
import type { DayView } from '../views/day';

/** What is wanted of the day, with start times counted back from when people want to strip. */
export function DayPlanForm({ view, places, now }: { view: DayView; places: readonly PlaceOption[]; now: number }) {
  const { locale, timeZone } = useSession();
  const { plan, book } = view;
  const typing = useTyped(() => ({
    wanted: plan.eggsWanted ? String(plan.eggsWanted) : '',
    stripDay: isoDay(plan.stripAt ?? view.day, timeZone),
    stripTime: plan.stripAt ? clock(plan.stripAt, timeZone) : '',
    treatment: plan.induction,
    ovulates: plan.ovulates === null ? '' : numberText(100 * plan.ovulates, locale),
    how: plan.how,
    crosses: plan.crosses,
    protocols: plan.protocols,
    units: plan.units,
    oneToCage: plan.oneToCage,
  }));
  const { wanted, stripDay, stripTime, treatment, ovulates, how, crosses, protocols, units, oneToCage } = typing.value;
  const { put } = typing;
  const eggs = wholeOf(wanted, locale);
  const share = decimalOf(ovulates, locale);
  const stripAt = stripTime ? instantOf(stripDay, stripTime, timeZone) : null;
  const chosen = book.inductions.find((i) => i.id === treatment);
  const tagOf = (id: number) =>
    [...view.females, ...view.males].find((f) => f.fish.id === id)?.fish.tag ??
    view.others.find((o) => o.id === id)?.tag ??
    '?';
  const inPlan = new Set(crosses.map((c) => c.female));
  const females = view.others.filter((o) => o.sex !== 'male' && !inPlan.has(o.id));
  const males = [
    ...view.males.map((m) => ({ id: m.fish.id, tag: m.fish.tag })),
    ...view.others.filter((o) => o.sex === 'male'),
  ];
  const receiving = places.filter((p) => ['jar', 'tray', 'trough', 'frame'].includes(p.kind));
  const f = useActForm(saveDay, {
    typing,
    about: { id: view.id, species: book.id, name: view.name, day: view.day, closed: view.closed },
    adjust: (input) => ({
      ...input,
      plan: {
        ...plan,
        eggsWanted: eggs.value ?? 0,
        stripAt,
        induction: treatment,
        ovulates: share.value === null ? null : share.value / 100,
        how,
        crosses,
        protocols,
        units,
        oneToCage,
      },
    }),
    says: () => 'The plan stands.',
  });
  return (
    <Form
      of={f}
      label="Save the plan"
      needs={[
        (eggs.error || share.error) && 'figures that can be read',
        crosses.some((c) => c.males.length === 0) && 'a male for each female',
      ]}
    >
      <NumberInput
        label="Eggs wanted"
        value={wanted}
        onChange={(wanted) => put({ wanted })}
        error={f.act.errorOn('plan.eggsWanted')}
      />
      <div className="grid grid-cols-2 gap-3">
        <DayField label="Stripped on" value={stripDay} onChange={(stripDay) => put({ stripDay })} />
        <Field label="at">
          {(p) => <TimeInput {...p} value={stripTime} onChange={(stripTime) => put({ stripTime })} />}
        </Field>
      </div>
      <Needed
        wanted={eggs.value ?? 0}
        ovulates={chosen && share.value ? share.value / 100 : 1}
        females={crosses.map((c) => ({
          tag: tagOf(c.female),
          eggs:
            view.females.find((f) => f.fish.id === c.female)?.fish.eggs ??
            view.others.find((o) => o.id === c.female)?.eggs ??
            null,
        }))}
      />
      {book.inductions.length > 0 && (
        <SelectField
          label="Treatment"
          value={treatment}
          onChange={(treatment) => put({ treatment })}
          empty="none"
          options={book.inductions.map((i) => ({ value: i.id, label: i.name }))}
          hint={chosen?.fits ? `Fits ${chosen.fits}` : undefined}
        />
      )}
      {chosen && (
        <>
          {stripAt !== null && <Back view={view} treatment={chosen} stripAt={stripAt} now={now} />}
          <TextField
            label="Of such females that give eggs, %"
            inputMode="decimal"
            value={ovulates}
            onChange={(ovulates) => put({ ovulates })}
            error={share.error ?? f.act.errorOn('plan.ovulates')}
            hint="By this hatchery’s own record; empty: all of them"
          />
        </>
      )}
      {book.inductions.length > 0 && (
        <Tick checked={oneToCage} onChange={(oneToCage) => put({ oneToCage })}>
          they fight once injected: one to a cage
        </Tick>
      )}
      <fieldset className="field">
        <legend className="label mb-1 text-small text-soft">Who with whom</legend>
        {crosses.map((c, i) => (
          <div key={c.female} className="border-b border-rule py-1">
            <div className="flex items-baseline justify-between">
              <b>{tagOf(c.female)}</b>
              <Button
                kind="link"
                className="text-small"
                onClick={() => put({ crosses: crosses.filter((_, k) => k !== i) })}
              >
                take out
              </Button>
            </div>
            <div className="flex flex-wrap gap-x-3">
              {males.map((m) => (
                <Tick
                  key={m.id}
                  checked={c.males.includes(m.id)}
                  onChange={(on) =>
                    put({
                      crosses: crosses.map((x, k) =>
                        k === i ? { ...x, males: on ? [...x.males, m.id] : x.males.filter((y) => y !== m.id) } : x,
                      ),
                    })
                  }
                >
                  {m.tag}
                </Tick>
              ))}
            </div>
          </div>
        ))}
        {females.length > 0 && (
          <Select
            aria-label="Add a female"
            className="mt-1"
            value=""
            empty="add a female"
            onChange={(f) => f && put({ crosses: [...crosses, { female: Number(f), males: [] }] })}
            options={females.map((f) => ({ value: String(f.id), label: `${f.tag}${f.ready ? ', ripe' : ''}` }))}
          />
        )}
        {f.act.errorOn('plan.crosses') && <span className="text-small text-loss">{f.act.errorOn('plan.crosses')}</span>}
      </fieldset>
      <Choice
        label="How the milt is given"
        value={how}
        onChange={(how) => put({ how })}
        options={crossKinds.map((x) => ({ value: x, label: crossKindWords[x].split(':')[0]! }))}
      />
      <fieldset className="field">
        <legend className="label mb-1 text-small text-soft">Eggs are taken, and bowls worked, by</legend>
        {view.protocols.map((p) => (
          <Tick
            key={p.id}
            checked={protocols.includes(p.id)}
            onChange={(on) =>
              put({
                protocols: view.protocols
                  .filter((q) => (q.id === p.id ? on : protocols.includes(q.id)))
                  .map((q) => q.id),
              })
            }
          >
            <span title={p.fits}>
              {protocolKindWords[p.kind]}: {p.name}
            </span>
          </Tick>
        ))}
      </fieldset>
      <fieldset className="field">
        <legend className="label mb-1 text-small text-soft">Eggs go to</legend>
        <p>{units.map((u) => receiving.find((r) => r.id === u)?.name ?? '?').join(' ') || 'no unit chosen'}</p>
        <Select
          aria-label="Add a unit"
          value=""
          empty="add a unit"
          onChange={(u) => u && put({ units: [...units, Number(u)] })}
          options={receiving
            .filter((r) => !units.includes(r.id))
            .map((r) => ({ value: String(r.id), label: `${r.name}, ${r.holds ? `holds ${r.holds}` : 'empty'}` }))}
        />
        {units.length > 0 && (
          <Button kind="link" className="self-start text-small" onClick={() => put({ units: [] })}>
            choose anew
          </Button>
        )}
      </fieldset>
    </Form>
  );
}

/** How many of the females, in their order, make the eggs wanted, as odds: a reserve is seen to be one. */
function Needed({
  wanted,
  ovulates,
  females,
}: {
  wanted: number;
  ovulates: number;
  females: { tag: string; eggs: { expected: number; high: number } | null }[];
}) {
  const known = females.filter((f) => f.eggs !== null);
  const key = JSON.stringify([wanted, ovulates, known]);
  const o = useMemo(
    () =>
      wanted > 0 && known.length > 0
        ? femalesNeeded.compute(
            femalesNeeded.input.parse({
              eggsWanted: wanted,
              females: known.map((f) => ({
                id: f.tag,
                eggs: f.eggs!.expected,
                eggsSd: (f.eggs!.high - f.eggs!.expected) / Z95,
                ovulates,
              })),
            }),
          )
        : null,
    [key],
  );
  if (wanted === 0) return null;
  const last = o?.odds.at(-1);
  return (
    <p className="border-l-[3px] border-deep px-3 text-body" data-testid="females-needed">
      {!o || !last
        ? 'Add females that are weighed: their eggs are reckoned from their mass.'
        : o.needed !== null
          ? `${o.needed} of these ${known.length} females give enough in 9 years of 10${known.length > o.needed ? `; ${known.length - o.needed} more as a reserve` : ''}.`
          : `${known.length === 1 ? 'This female gives' : `These ${known.length} females give`} enough in ${Math.round(100 * last.odds)} years of 100 only: about ${grouped(Number(last.expected.toPrecision(2)))} eggs are to be expected. Add a female.`}
      {known.length < females.length && (
        <span className="block text-careful">
          Not weighed, so not reckoned with:{' '}
          {females
            .filter((f) => f.eggs === null)
            .map((f) => f.tag)
            .join(', ')}
          .
        </span>
      )}
    </p>
  );
}

function instantOf(day: string, time: string, timeZone: string): number | null {
  const [year, month, date] = day.split('-').map(Number) as [number, number, number];
  const [hour, minute] = time.split(':').map(Number) as [number, number];
  return instantsOf({ year, month, day: date, hour, minute }, timeZone)[0] ?? null;
}

/** When the parts are to be given for the wanted time, at the water as it is now. */
function Back({
  view,
  treatment,
  stripAt,
  now,
}: {
  view: DayView;
  treatment: DayView['book']['inductions'][number];
  stripAt: number;
  now: number;
}) {
  const { timeZone, units } = useSession();
  const us = units === 'us';
  const celsius = view.females.find((f) => f.celsius !== null)?.celsius ?? null;
  const row = view.book.latencies.find((l) => l.induction === treatment.id);
  const c =
    celsius === null
      ? null
      : latencyClock({
          row: row ?? null,
          from: now,
          temperatures: [{ at: now, celsius }],
          checks: [],
          leadHours: treatment.check.leadHours,
          stepMinutes: treatment.check.stepMinutes,
          now,
        });
  if (c?.at == null)
    return (
      <p className="text-small text-careful">
        When to inject cannot be computed:{' '}
        {celsius === null
          ? 'the temperature of the females’ water was never read. Type it, or set up a sensor.'
          : (c?.noForecast ?? 'Reference has no hours for it.')}
      </p>
    );
  const hours = (c.at - now) / HOUR_MS;
  const last = stripAt - hours * HOUR_MS;
  const first = last - treatment.intervalHours * (treatment.parts.length - 1) * HOUR_MS;
  const say = (t: number) => `${dayMonth(t, timeZone)} ${clock(t, timeZone)}`;
  return (
    <p className="border-l-[3px] border-deep px-3 text-body" data-testid="counted-back">
      {treatment.parts.length > 1 ? (
        <>
          First part <b>{say(first)}</b>, last part <b>{say(last)}</b>
        </>
      ) : (
        <>
          Inject <b>{say(last)}</b>
        </>
      )}
      : {decimals(hours, 0)} h at {degrees(celsius!, us)}. The first may run {decimals((c.at - c.low!) / HOUR_MS, 0)} h
      before that.
    </p>
  );
}
