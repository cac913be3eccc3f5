'use client';

import { numberFrom } from '@/core/books/measure';
import { type MeasurementInput, measurement } from '@/core/books/measurement';
import { combineEstimates } from '@/core/eggs/combine';
import { withDoubt } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';
import { Button } from '@/ui/Button';
import { numberText, useShown } from '../inputs';
import { type ScatterOf, useSession } from '../session';
import { HowManyInput } from './HowMany';
import { emptyHowMany, type HowManyValue, type Method, readWays } from './readHowMany';

/** One batch counted in one way, or in two that are reconciled: by their doubts, and said where they disagree. */
export function Ways({
  value: ways,
  onChange,
  error,
  methods,
  what,
  of,
  packing,
}: {
  value: readonly HowManyValue[];
  onChange: (ways: readonly HowManyValue[]) => void;
  error?: string | null;
  methods: readonly Method[];
  what: string;
  of?: ScatterOf;
  /** How closely eggs lie here, learned from counts of both ways: it stands in the field until somebody types. */
  packing?: { mean: number; sd: number } | null;
}) {
  const { locale } = useSession();
  const shown = useShown();
  const learned = packing ? { packing: numberText(packing.mean, locale, 4), packingSd: String(packing.sd) } : {};
  const set = (i: number, v: HowManyValue) => {
    const turned = v.method === 'trough' && ways[i]!.method !== 'trough' && v.packing === '';
    onChange(ways.map((x, k) => (k === i ? { ...v, ...(turned ? learned : {}) } : x)));
  };
  const read = readWays(ways, { locale, shown });
  return (
    <>
      {ways.map((w, i) => (
        <div key={i} className={i > 0 ? 'border-t border-strong pt-3' : ''}>
          {i > 0 && (
            <div className="mb-1 flex items-baseline justify-between">
              <b>The same again, another way</b>
              <Button kind="link" className="text-small" onClick={() => onChange(ways.filter((_, k) => k !== i))}>
                leave it out
              </Button>
            </div>
          )}
          <HowManyInput
            value={w}
            onChange={(v) => set(i, v)}
            methods={methods}
            what={what}
            of={of}
            error={i === 0 ? error : undefined}
          />
        </div>
      ))}
      {ways.length === 1 && ways[0]!.method !== 'counted' && (
        <Button
          kind="link"
          className="self-start text-small"
          onClick={() => onChange([...ways, emptyHowMany(ways[0]!.method === 'weight' ? 'volume' : 'weight')])}
        >
          count them another way too
        </Button>
      )}
      <Reconciled measured={read === 'all' ? null : read} of={of} />
    </>
  );
}

function Reconciled({ measured, of }: { measured: MeasurementInput | null; of?: ScatterOf }) {
  const { usual } = useSession();
  if (measured?.method !== 'combined') return null;
  const each = measured.parts.map((p) => numberFrom(measurement.parse(p), of && usual[of]));
  if (each.some((n) => n.sd === 0)) return <p className="quiet">One of them was counted one by one: it stands.</p>;
  const c = combineEstimates(each.map((n) => ({ value: n.number, sd: n.sd })));
  const d = withDoubt(c.value, Z95 * c.sd);
  return (
    <div className="border-t border-strong pt-2" data-testid="reconciled" data-agree={c.agree}>
      <p>
        together <b className="text-title">{d.number}</b> <span className="text-soft">±{d.half}</span>
      </p>
      <p className={`text-small ${c.agree ? 'text-soft' : 'text-hand'}`}>
        {c.agree
          ? 'No conflict seen between them; that is no proof that both are right.'
          : 'They disagree beyond chance: one of them is off. Look for water in the measure, dry against hardened, a wrong packing. The doubt is widened by it.'}
      </p>
    </div>
  );
}
