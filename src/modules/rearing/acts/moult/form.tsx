'use client';

import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { at } from '@/client/holding';
import { NumberInput } from '@/client/inputs';
import { sampleMoult } from './act';

/** Shells looked at. @param done what closes it, where it stands in a dialog */
export function MoultForm({ h, done }: { h: Parameters<typeof at>[0]; done?: () => void }) {
  const f = useActForm(sampleMoult, {
    about: at(h),
    clears: ['soft', 'hardening', 'hard'],
    says: (r) => `Shells of ${r?.of ?? ''} recorded: what is read from the meals follows them.`,
    done,
  });
  return (
    <Form of={f} label="Record the shells">
      <div className="grid grid-cols-3 gap-2">
        <NumberInput label="Soft" {...f.field('soft')} />
        <NumberInput label="Hardening" {...f.field('hardening')} />
        <NumberInput label="Hard" {...f.field('hard')} />
      </div>
      <p className="text-small text-soft">
        Twenty or more from several places, shelters too: the soft ones hide. Wet hands, few seconds in air.
      </p>
    </Form>
  );
}

export const forms = formsOf(sampleMoult, {
  offers: [
    {
      id: 'moult',
      word: 'Shells',
      rank: ({ h }) => (h.moults ? 9 : null),
      form: ({ h }) => <MoultForm h={h} />,
    },
  ],
  corrects: { moult: ofHolding((h) => <MoultForm h={h} />) },
  aboutUnit: true,
});
