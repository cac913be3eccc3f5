'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofHolding } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import { type ActHolding, at, nextOf, type PlaceOption, placeOptions, watersApart } from '@/client/holding';
import { NumberInput, numberText, wholeOf } from '@/client/inputs';
import { HowManyInput, useHowMany } from '@/client/measure/HowMany';
import { type Amount, amountPayload } from '@/client/measure/readHowMany';
import { useSession } from '@/client/session';
import { Tempering } from '@/client/Tempering';
import { useEventFields } from '@/client/when';
import { isTable } from '@/core/units/unitKinds';
import { Tick } from '@/ui/Checkbox';
import { SelectField } from '@/ui/SelectField';
import { move } from './act';
import { moveLine } from './shorthand';

/** Part or all of a unit to another; ponding begins the next stage there, from several units at once. */
export function MoveForm({
  h,
  places,
  pond = false,
  siblings = [],
}: { h: ActHolding; places: readonly PlaceOption[] } & { pond?: boolean; siblings?: readonly ActHolding[] }) {
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
              ...(pond ? { toStage: nextOf(h)! } : {}),
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
          <legend className="label mb-1 text-small text-soft">with all of</legend>
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

export const forms = formsOf(move, {
  shorthand: moveLine,
  offers: [
    {
      id: 'move',
      word: 'Move',
      rank: ({ h, unitKind }) =>
        h.can.includes('picked') ? (isTable(unitKind) ? 4 : 7) : h.can.includes('ponded') ? 5 : 4,
      shakes: true,
      form: ({ h, places }) => <MoveForm h={h} places={places} />,
    },
    {
      id: 'pond',
      word: 'Pond',
      rank: ({ h }) => (h.can.includes('ponded') ? 4 : null),
      form: ({ h, places, siblings }) => <MoveForm h={h} places={places} pond siblings={siblings} />,
    },
  ],
  corrects: {
    pond: ofHolding((h, { places, holdings }) => <MoveForm h={h} places={places} pond siblings={holdings.slice(1)} />),
    move: ofHolding((h, { places, holdings }) => <MoveForm h={h} places={places} siblings={holdings.slice(1)} />),
    merge: ofHolding((h, { places, holdings }) => <MoveForm h={h} places={places} siblings={holdings.slice(1)} />),
  },
  aboutUnit: true,
});
