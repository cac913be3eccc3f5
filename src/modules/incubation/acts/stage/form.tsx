'use client';

import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofHolding } from '@/client/act/actForms';
import { useCorrecting, useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import { type ActHolding, nextOf } from '@/client/holding';
import { NumberInput, numberText, wholeOf } from '@/client/inputs';
import { HowManyInput, useHowMany } from '@/client/measure/HowMany';
import { type Amount, amountPayload } from '@/client/measure/readHowMany';
import { useTwoWays } from '@/client/measure/TwoWays';
import { useSession } from '@/client/session';
import { useEventFields } from '@/client/when';
import { type MeasurementInput, measurement, numberFrom } from '@/core/books/measure';
import { combineEstimates } from '@/core/eggs/combine';
import { decimals, grouped, withDoubt } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';
import { isTable } from '@/core/units/unitKinds';
import { changeStage } from '@/modules/incubation/acts/stage/act';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { StageForm } from './StageForm';
import { hatchLine } from './shorthand';

type Original = { amount: Amount; unhatched?: number; measured?: MeasurementInput };

/** Eggs that hatched: a part, as it comes; or all that will, by what did not and by other ways, reconciled. */
export function HatchForm({ h }: { h: ActHolding }) {
  const { locale } = useSession();
  const original = useOriginal<Original>();
  const act = useAct(changeStage, () => {
    many.reset();
    setUnhatched('');
    setOther(false);
  });
  const event = useEventFields();
  const [through, setThrough] = useState<'part' | 'all'>(original && original.amount?.kind !== 'all' ? 'part' : 'all');
  const many = useHowMany('counted', original?.amount?.kind === 'all' ? null : original?.amount);
  const [unhatched, setUnhatched] = useState(
    original?.unhatched === undefined ? '' : numberText(original.unhatched, locale),
  );
  const [other, setOther] = useState(original?.measured !== undefined);
  const ways = useTwoWays('volume', original?.measured);
  const correcting = useCorrecting();
  // What the entry said before and says no more is taken away.
  const gone = (field: 'unhatched' | 'measured') =>
    correcting && original?.[field] !== undefined ? { [field]: null } : {};
  const left = wholeOf(unhatched, locale);
  const part = through === 'part' ? many.read() : null;
  const counted = through === 'all' && other ? ways.read() : null;
  return (
    <ActForm
      act={act}
      event={event}
      label="Record hatch"
      needs={[
        through === 'part' && !part && 'how many',
        through === 'all' && unhatched.trim() !== '' && left.value === null && 'a number that did not hatch',
        through === 'all' && other && !counted && 'the other way',
      ]}
      onSend={() =>
        void act.submit(
          {
            unit: h.unitId,
            lotId: h.lotId,
            from: h.stage,
            to: nextOf(h)!,
            amount: part ? amountPayload(part) : { kind: 'all' },
            ...(through === 'all' && left.value !== null ? { unhatched: left.value } : gone('unhatched')),
            ...(counted ? { measured: counted } : gone('measured')),
            ...event.payload,
          },
          (r) => `Recorded: ${r?.hatched ?? ''}${r?.hatched ? ' hatched' : 'now larvae'}${rateSays(r)}.`,
        )
      }
    >
      <Choice
        label="Hatched are"
        value={through}
        onChange={setThrough}
        options={[
          { value: 'all', label: 'all that will' },
          { value: 'part', label: 'a part' },
        ]}
      />
      {through === 'part' && (
        <HowManyInput
          value={many.value}
          onChange={many.setValue}
          methods={['counted', 'volume', 'weight', 'estimated']}
          what="larvae"
          error={act.errorOn('number')}
        />
      )}
      {through === 'all' && (
        <>
          <NumberInput
            label="Did not hatch, taken out"
            value={unhatched}
            onChange={setUnhatched}
            error={left.error ?? act.errorOn('unhatched')}
            hint="the rest hatched; left empty: not counted"
          />
          {!other && (
            <Button kind="link" className="self-start text-small" onClick={() => setOther(true)}>
              count the larvae another way too
            </Button>
          )}
          {other && (
            <div className="border-t border-strong pt-3">
              <div className="mb-1 flex items-baseline justify-between">
                <b>Larvae in the unit</b>
                <Button kind="link" className="text-small" onClick={() => setOther(false)}>
                  leave it out
                </Button>
              </div>
              {ways.view({
                of: 'count',
                methods: ['volume', 'weight', 'counted', 'estimated'],
                what: 'larvae, of catch and unit',
                error: act.errorOn('measured'),
              })}
            </div>
          )}
          <Together h={h} unhatched={left.value ?? 0} counted={counted} />
        </>
      )}
    </ActForm>
  );
}

const rateSays = (r: Record<string, unknown> | null | undefined) =>
  typeof r?.share === 'number'
    ? `, ${decimals(100 * r.share, 1)} % ±${decimals(Math.max(0.1, 100 * Number(r.shareHalf)), 1)} of the eggs that stood there`
    : '';

/** The books less what did not hatch, beside the other way, and both together. */
function Together({ h, unhatched, counted }: { h: ActHolding; unhatched: number; counted: MeasurementInput | null }) {
  const sd = h.sd ?? 0;
  const rest = Math.max(0, (h.estimated ?? h.number) - unhatched);
  const said = (n: number, s: number) => {
    const d = withDoubt(n, Z95 * s);
    return d.half ? `${d.number} ±${d.half}` : d.number;
  };
  const other = counted ? numberFrom(measurement.parse(counted)) : null;
  const both =
    other && sd > 0 && other.sd > 0
      ? combineEstimates([
          { value: rest, sd },
          { value: other.number, sd: other.sd },
        ])
      : null;
  return (
    <div className="border-l-[3px] border-deep pl-3 text-body" data-testid="hatched">
      <p>
        set, less dead, less unhatched: <b>{said(rest, sd)}</b>
        {unhatched > 0 && rest + unhatched > 0 && (
          <span className="text-soft">
            , {decimals((100 * rest) / (rest + unhatched), 1)} % of the {grouped(Math.round(rest + unhatched))} that
            stood
          </span>
        )}
      </p>
      {other && (
        <p>
          the other way: <b>{said(other.number, other.sd)}</b>
          {other.sd === 0 && <span className="text-soft">, each one: it stands</span>}
        </p>
      )}
      {both && (
        <p className={both.agree ? '' : 'font-semibold text-hand'}>
          together <b>{said(both.value, both.sd)}</b>
          {!both.agree &&
            ': they disagree beyond chance; look for eggs in the catch, larvae lost down the drain, water in the measure'}
        </p>
      )}
    </div>
  );
}

export const forms = formsOf(changeStage, {
  shorthand: hatchLine,
  offers: [
    {
      id: 'stage',
      word: 'Hatch',
      rank: ({ h, unitKind }) => (h.can.includes('picked') && !isTable(unitKind) ? 3.5 : null),
      heading: 'Eggs that are larvae now',
      form: ({ h }) => <HatchForm h={h} />,
    },
    {
      id: 'stage',
      word: 'Stage',
      rank: ({ h }) => (h.can.includes('eats') && h.stages.at(-1)?.id !== h.stage ? 9 : null),
      form: ({ h }) => <StageForm h={h} />,
    },
  ],
  corrects: {
    hatch: ofHolding((h) => <HatchForm h={h} />),
    stage: ofHolding((h) => <StageForm h={h} />),
  },
  aboutUnit: true,
});
