'use client';

import { formsOf } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { MeasureInput } from '@/client/inputs';
import { useSession } from '@/client/session';
import { figures } from '@/core/quantities/format';
import { measured } from '@/core/quantities/reader';
import { clock, dayMonth } from '@/core/time/localDay';
import { Caution } from '@/ui/caution';
import { SelectField } from '@/ui/SelectField';
import { sowCysts } from './act';
import { sowLine } from './shorthand';

/** What a litre of hatching water takes besides the cysts. FAO 361 (1996); `verify` */
const SALT_G_PER_L = 28;
const BICARBONATE_G_PER_L = 0.5;

/** A cone is sown: how much, which cysts, how warm; what is weighed out besides. */
export function SowForm({
  vessel,
  strains,
  cystsG,
  done,
}: {
  /** Absent in a correction: it stays the one that was recorded. */
  vessel?: { id: number; name: string; volumeL: number };
  strains?: readonly { id: string; name: string }[];
  cystsG?: number;
  done?: () => void;
}) {
  const { timeZone, now, units } = useSession();
  const us = units === 'us';
  const f = useActForm(sowCysts, {
    about: vessel ? { vessel: vessel.id } : {},
    begin: { celsius: 28, strain: 'small', cystsG },
    draftFor: vessel ? `sow ${vessel.id}` : undefined,
    as: { cystsG: 'small' },
    needs: { cystsG: 'how much' },
    clears: ['cystsG'],
    says: (r) =>
      r ? `${r.vessel} hatches on ${dayMonth(r.hatchAt, timeZone, now)} at ${clock(r.hatchAt, timeZone)}.` : 'Sown.',
    done,
  });
  return (
    <Form of={f} label="Sow">
      <MeasureInput label="Cysts" {...f.measure('cystsG')} />
      {strains && (
        <SelectField
          label="Strain"
          {...f.field('strain')}
          options={strains.map((s) => ({ value: s.id, label: s.name }))}
        />
      )}
      <MeasureInput label="Warmth of the cone" {...f.measure('celsius')} />
      {vessel && (
        <p className="text-small text-soft">
          For {measured(vessel.volumeL * 1000, 'volume', us)} of water:{' '}
          {figures((SALT_G_PER_L * vessel.volumeL) / 1000, 3)} kg of salt,{' '}
          {figures(BICARBONATE_G_PER_L * vessel.volumeL, 3)} g of bicarbonate, pH above 8, strong light, air from the
          bottom so that nothing settles. To be verified: FAO 361 (1996).
        </p>
      )}
      <Caution>Cyst dust and decapsulated shells irritate lungs: open the tin away from your face.</Caution>
    </Form>
  );
}

export const forms = formsOf(sowCysts, { shorthand: sowLine, corrects: { sow: () => <SowForm /> } });
