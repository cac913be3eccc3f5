'use client';

import { useState } from 'react';
import { changeStage } from '@/modules/incubation/acts/stage/act';
import { move } from '@/modules/moves/acts/move/act';
import { SelectField, Tick } from '@/ui/fields';
import { useSession } from '../frame/session';
import { ActForm } from './ActForm';
import { useOriginal } from './correcting';
import { HowManyInput, useHowMany } from './HowMany';
import { type ActHolding, at, type FormProps, placeOptions, watersApart } from './holding';
import { NumberInput, numberText, wholeOf } from './inputs';
import { type Amount, amountPayload } from './readHowMany';
import { Tempering } from './Tempering';
import { useAct } from './useAct';
import { useEventFields } from './when';

/** Hatch and other changes of stage, all or in parts over days. */
export function StageForm({ h }: { h: ActHolding }) {
  const next = h.stages[h.stages.findIndex((s) => s.id === h.stage) + 1];
  const act = useAct(changeStage, () => many.reset());
  const event = useEventFields();
  const many = useHowMany('all', useOriginal<{ amount: Amount }>()?.amount);
  if (!next) return <p className="quiet">{h.stageName} is the last stage.</p>;
  const m = many.read();
  return (
    <ActForm
      act={act}
      event={event}
      onSend={() => {
        if (m)
          void act.submit(
            { unit: h.unitId, lotId: h.lotId, from: h.stage, to: next.id, amount: amountPayload(m), ...event.payload },
            () => `Recorded: now ${next.name}.`,
          );
      }}
      label={next.id === 'yolksac' ? 'Record hatch' : 'Record stage'}
      disabled={!m}
    >
      <p className="quiet">
        {h.stageName} that are now {next.name}
      </p>
      <HowManyInput
        value={many.value}
        onChange={many.setValue}
        methods={['all', 'counted', 'volume', 'estimated']}
        error={act.errorOn('number')}
      />
    </ActForm>
  );
}

/** Part or all of a unit to another; ponding begins the next stage there, from several units at once. */
export function MoveForm({
  h,
  places,
  pond = false,
  siblings = [],
}: FormProps & { pond?: boolean; siblings?: readonly ActHolding[] }) {
  const act = useAct(move, () => many.reset());
  const event = useEventFields();
  const { locale } = useSession();
  const original = useOriginal<{
    sources: { unit: number; amount: Amount; dead?: number; stay?: number }[];
    to: number;
  }>();
  const own = original?.sources?.[0];
  const [dead, setDead] = useState(own?.dead ? numberText(own.dead, locale) : '');
  const [stay, setStay] = useState(own?.stay ? numberText(own.stay, locale) : '');
  const [d, n] = [wholeOf(dead, locale), wholeOf(stay, locale)];
  const amountOf = (unit: number) => original?.sources?.find((s) => s.unit === unit)?.amount;
  const many = useHowMany(pond ? 'all' : 'counted', amountOf(h.unitId));
  const [to, setTo] = useState(original?.to === undefined ? '' : String(original.to));
  const [also, setAlso] = useState<number[]>(original?.sources?.slice(1).map((s) => s.unit) ?? []);
  const m = many.read();
  const sources = [h, ...siblings.filter((s) => also.includes(s.unitId))];
  const apart = watersApart(h, places, to);
  return (
    <ActForm
      act={act}
      event={event}
      onSend={() => {
        if (m && to)
          void act.submit(
            {
              sources: sources.map((s) => ({
                ...at(s),
                amount: s === h ? amountPayload(m) : (amountOf(s.unitId) ?? { kind: 'all' }),
                ...(s === h && pond && m === 'all' && d.value ? { dead: d.value } : {}),
                ...(s === h && pond && m === 'all' && n.value ? { stay: n.value } : {}),
              })),
              to: Number(to),
              ...(pond ? { toStage: 'fry' } : {}),
              ...event.payload,
            },
            (r) => `In ${r?.unit} now: ${r?.lot}.`,
          );
      }}
      label={pond ? 'Pond them' : 'Move'}
      needs={[!m && 'how many', (d.error || n.error) && 'whole numbers', !to && 'a unit to go to']}
    >
      <HowManyInput
        value={many.value}
        onChange={many.setValue}
        methods={['all', 'counted', 'weight', 'volume', 'estimated']}
        error={act.errorOn('number') ?? (pond && m === 'all' ? null : act.errorOn('sources'))}
      />
      {pond && m === 'all' && (
        <div className="grid grid-cols-2 gap-2">
          <NumberInput label="Dead or unhatched" value={dead} onChange={setDead} error={d.error} hint="taken out" />
          <NumberInput
            label="Not ready"
            value={stay}
            onChange={setStay}
            error={n.error ?? act.errorOn('sources')}
            hint={`stay in ${h.unit}`}
          />
        </div>
      )}
      {siblings.length > 0 && (
        <fieldset className="field">
          <legend className="label mb-1 text-[0.87rem] text-soft">with all of</legend>
          <div className="flex flex-wrap gap-x-4 gap-y-1">
            {siblings.map((s) => (
              <Tick
                key={s.unitId}
                checked={also.includes(s.unitId)}
                onChange={(on) => setAlso(on ? [...also, s.unitId] : also.filter((x) => x !== s.unitId))}
              >
                <span>
                  {s.unit} <span className="quiet">{s.lot}</span>
                </span>
              </Tick>
            ))}
          </div>
        </fieldset>
      )}
      <SelectField
        label="To"
        value={to}
        onChange={setTo}
        options={placeOptions(places, h.unitId)}
        error={act.errorOn('to')}
      />
      {apart !== null && <Tempering key={to} {...apart} />}
    </ActForm>
  );
}
