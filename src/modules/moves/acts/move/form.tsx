'use client';

import { AirClock } from '@/client/AirClock';
import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at, nextOf, type PlaceOption, placeOptions, watersApart } from '@/client/holding';
import { NumberInput } from '@/client/inputs';
import { HowManyInput } from '@/client/measure/HowMany';
import { Tempering } from '@/client/Tempering';
import { plain } from '@/core/quantities/format';
import { thresholds } from '@/core/thresholds';
import { isTable } from '@/core/units/unitKinds';
import { Ticks } from '@/ui/Checkbox';
import { SelectField } from '@/ui/SelectField';
import { HowTo } from '@/ui/words/HowTo';
import { move } from './act';
import { moveLine } from './shorthand';

/** Part or all of a unit to another; ponding begins the next stage there, from several units at once. */
export function MoveForm({
  h,
  places,
  pond = false,
  siblings = [],
}: { h: ActHolding; places: readonly PlaceOption[] } & { pond?: boolean; siblings?: readonly ActHolding[] }) {
  const f = useActForm(move, {
    about: pond ? { toStage: nextOf(h)! } : {},
    begin: { sources: [at(h) as never] },
    needs: { to: 'a unit to go to' },
    clears: ['sources'],
    unreadable: { sources: 'whole numbers' },
    // A dead or unready one is said of all only.
    adjust: ({ sources, ...input }) => ({
      ...input,
      sources: (sources ?? []).map((s) =>
        s.amount?.kind === 'all' ? s : { ...s, dead: undefined, stay: undefined },
      ) as never,
    }),
    says: (r) => `In ${r?.unit} now: ${r?.lot}.${tooLong(r?.longInAir ?? null)}`,
  });
  const sources = f.lines('sources', { amount: pond ? 'all' : 'counted' });
  const own = sources.each[0]!;
  const all = own.value('amount')?.kind === 'all';
  const also = sources.each.slice(1);
  const air = f.own('airSeconds');
  const apart = watersApart(h, places, f.field('to').value);
  return (
    <Form of={f} label={pond ? 'Pond them' : 'Move'} needs={[!own.value('amount') && 'how many']}>
      <HowManyInput
        {...own.many('amount')}
        methods={['all', 'counted', 'weight', 'volume', 'estimated']}
        error={f.act.errorOn('number') ?? (pond && all ? null : sources.error)}
      />
      {pond && all && (
        <div className="grid grid-cols-2 gap-2">
          <NumberInput label="Dead or unhatched" {...own.field('dead')} hint="taken out" />
          <Unready {...own.field('stay')} unit={h.unit} refused={sources.error} />
        </div>
      )}
      {siblings.length > 0 && (
        <Ticks
          label="with all of"
          options={siblings.map((s) => ({
            value: s.unitId,
            label: (
              <>
                {s.unit} <span className="quiet">{s.lot}</span>
              </>
            ),
          }))}
          has={(unit) => also.some((x) => x.value('unit') === unit)}
          put={(unit, on) => {
            const s = siblings.find((x) => x.unitId === unit)!;
            if (on) sources.append({ ...at(s), amount: { kind: 'all' } });
            else also.find((x) => x.value('unit') === unit)?.drop();
          }}
        />
      )}
      <SelectField label="To" {...f.field('to')} options={placeOptions(places, h.unitId)} />
      {apart !== null && <Tempering key={f.field('to').value} {...apart} />}
      {!h.can.includes('picked') && (
        <>
          <AirClock seconds={air.value} onStop={(s) => air.onChange(Math.max(s, air.value ?? 0))} />
          <HowTo card="move" />
        </>
      )}
    </Form>
  );
}

/** What is said of fish that were longer in air than they bear. */
const tooLong = (seconds: number | null) =>
  seconds !== null
    ? ` Some were ${plain(seconds)} s out of the water, ${plain(thresholds.airSeconds.value)} at most is wanted: look again tonight, expect losses.`
    : '';

function Unready({
  unit,
  refused,
  error,
  ...field
}: {
  unit: string;
  refused: string | null;
  value: string;
  onChange: (v: string) => void;
  error: string | null;
}) {
  return <NumberInput label="Not ready" {...field} error={error ?? refused} hint={`stay in ${unit}`} />;
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
