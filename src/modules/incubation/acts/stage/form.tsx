'use client';

import { useState } from 'react';
import { formsOf, ofHolding } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, nextOf } from '@/client/holding';
import { NumberInput } from '@/client/inputs';
import { HowManyInput } from '@/client/measure/HowMany';
import { Ways } from '@/client/measure/TwoWays';
import { numberFrom } from '@/core/books/measure';
import { type MeasurementInput, measurement } from '@/core/books/measurement';
import { combineEstimates } from '@/core/eggs/combine';
import { decimals, grouped, withDoubt } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';
import { isTable } from '@/core/units/unitKinds';
import { changeStage } from '@/modules/incubation/acts/stage/act';
import type { InputOf } from '@/server/act/define';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { StageForm } from './StageForm';
import { hatchLine } from './shorthand';

/** Eggs that hatched: a part, as it comes; or all that will, by what did not and by other ways, reconciled. */
export function HatchForm({ h }: { h: ActHolding }) {
  const original = useOriginal<InputOf<typeof changeStage>>();
  const [through, setThrough] = useState<'part' | 'all'>(original && original.amount?.kind !== 'all' ? 'part' : 'all');
  const [other, setOther] = useState(original?.measured !== undefined);
  const f = useActForm(changeStage, {
    about: { unit: h.unitId, lotId: h.lotId, from: h.stage, to: nextOf(h)! },
    // All that hatched has no number of its own: the field for a part begins empty then.
    from: (o) => ({ ...o, amount: o.amount?.kind === 'all' ? undefined : o.amount }),
    as: { measured: 'volume' },
    needs: { amount: 'how many', measured: 'the other way' },
    clears: ['amount', 'unhatched', 'measured'],
    adjust: (input) => (through === 'all' ? { ...input, amount: { kind: 'all' as const } } : input),
    says: (r) => `Recorded: ${r?.hatched ?? ''}${r?.hatched ? ' hatched' : 'now larvae'}${rateSays(r)}.`,
    done: () => setOther(false),
  });
  return (
    <Form of={f} label="Record hatch">
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
          {...f.many('amount', 'number')}
          methods={['counted', 'volume', 'weight', 'estimated']}
          what="larvae"
        />
      )}
      {through === 'all' && (
        <>
          <NumberInput
            label="Did not hatch, taken out"
            {...f.field('unhatched')}
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
              <Ways
                {...f.ways('measured')}
                of="count"
                methods={['volume', 'weight', 'counted', 'estimated']}
                what="larvae, of catch and unit"
              />
            </div>
          )}
          <Together h={h} unhatched={f.value('unhatched') ?? 0} counted={other ? f.value('measured') : null} />
        </>
      )}
    </Form>
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
