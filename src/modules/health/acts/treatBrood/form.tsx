'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { useSession } from '@/client/session';
import { dayMonth } from '@/core/time/localDay';
import { Choice } from '@/ui/Choice';
import { DoseFields, doseForm } from '../../screens/DoseFields';
import { treatBrood } from './act';

/** Of whom: a brood fish with how many stand in its tank, or the untagged of a run. */
export type TreatedBrood =
  | { fish: number; tag: string; inTank: number }
  | { batch: number; name: string; waits: number };

/** A treatment of brood fish, its dose worked for one, for the tank, or for a run. */
export function TreatBroodForm({ of, done }: { of: TreatedBrood; done?: () => void }) {
  const { timeZone } = useSession();
  const run = 'batch' in of;
  const f = useActForm(treatBrood, {
    about: run ? { batch: of.batch } : { fish: of.fish },
    ...doseForm,
    begin: { ...doseForm.begin, who: 'alone' },
    draftFor: run ? `treat run ${of.batch}` : `treat fish ${of.fish}`,
    says: (r) =>
      r
        ? `Recorded for ${r.number === 1 ? 'one fish' : `${r.number} fish`}, until ${dayMonth(r.end, timeZone)}.`
        : 'Recorded.',
    done,
  });
  const number = run ? of.waits : f.value('who') === 'tank' ? of.inTank : 1;
  return (
    <Form of={f} label="Record the treatment">
      {!run && of.inTank !== 1 && (
        <Choice
          label="Who"
          {...f.field('who')}
          options={[
            { value: 'alone', label: `${of.tag} alone` },
            { value: 'tank', label: of.inTank > 1 ? `all ${of.inTank} in its tank` : 'all in its tank' },
          ]}
        />
      )}
      <DoseFields f={f} number={number} />
    </Form>
  );
}

export const forms = formsOf(treatBrood, {
  corrects: {
    broodTreatment: ({ original: { payload }, fish }) => {
      const number = Number(payload.number);
      return fish ? (
        <TreatBroodForm of={{ fish: fish.id, tag: fish.tag, inTank: number }} />
      ) : (
        <TreatBroodForm of={{ batch: Number(payload.batch), name: '', waits: number }} />
      );
    },
  },
});
