'use client';

import { useRouter } from 'next/navigation';
import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { useTyped } from '@/client/form/useTyped';
import { DecimalInput } from '@/client/inputs';
import type { Sign } from '@/core/health/signs';
import { Tick } from '@/ui/Checkbox';
import { Caution } from '@/ui/caution';
import { TextField } from '@/ui/fields';
import { SignTicks } from '../../screens/SignTicks';
import { caseOpen } from './act';

/** Days of a quarantine where nobody set others. `verify`: vet and law decide */
const USUAL_DAYS = 30;

/** A tank that may belong to a case. */
export type CaseTank = { unitId: number; unit: string; lot: string };

/** Opens a case of one tank or several: what is seen, what is suspected. */
export function CaseOpenForm({
  tanks,
  chosen,
  why = 'ill',
  done,
}: {
  tanks: readonly CaseTank[];
  /** Those that are ticked from the start. */
  chosen: readonly number[];
  why?: 'ill' | 'quarantine';
  done?: () => void;
}) {
  const router = useRouter();
  const typing = useTyped<{ units: number[]; signs: Sign[] }>(() => ({ units: [...chosen], signs: [] }));
  const { units, signs } = typing.value;
  const f = useActForm(caseOpen, {
    about: {},
    begin: why === 'quarantine' ? { days: USUAL_DAYS } : {},
    draftFor: `${why} ${chosen.join(' ')}`,
    typing,
    adjust: (input) => ({ ...input, why, units, signs }),
    says: (r) => {
      if (r) router.push(`/health/${r.id}`);
      return 'Opened.';
    },
    done,
  });
  return (
    <Form
      of={f}
      label={why === 'quarantine' ? 'Begin the quarantine' : 'Open the case'}
      needs={[
        units.length === 0 && 'a tank',
        why === 'ill' && signs.length === 0 && !f.value('suspected') && 'what was seen',
      ]}
    >
      {tanks.length > 1 && (
        <fieldset>
          <legend className="mb-1 text-soft">Tanks</legend>
          <div className="flex max-h-40 flex-wrap gap-x-4 gap-y-1 overflow-y-auto">
            {tanks.map((t) => (
              <Tick
                key={t.unitId}
                checked={units.includes(t.unitId)}
                onChange={(on) =>
                  typing.put({ units: on ? [...units, t.unitId] : units.filter((u) => u !== t.unitId) })
                }
              >
                <b>{t.unit}</b> <span className="text-soft">{t.lot}</span>
              </Tick>
            ))}
          </div>
        </fieldset>
      )}
      {why === 'quarantine' && (
        <>
          <DecimalInput label="For days" {...f.field('days')} />
          <Caution>
            Own nets, boots, buckets; last on the walk; their water goes to no other tank. They are let go when the time
            is over, samples came back, and no more die than is usual: your vet and local law set more.
          </Caution>
        </>
      )}
      <SignTicks value={signs} onChange={(v) => typing.put({ signs: v })} />
      <TextField label="Suspected" {...f.field('suspected')} hint="a guess is enough; the vet says what it is" />
    </Form>
  );
}

export const forms = formsOf(caseOpen, {
  offers: [
    {
      id: 'case',
      word: 'Case',
      rank: ({ h }) => (h.can.includes('picked') ? null : 9),
      form: ({ h }) => <CaseOpenForm tanks={[]} chosen={[h.unitId]} />,
    },
  ],
});
