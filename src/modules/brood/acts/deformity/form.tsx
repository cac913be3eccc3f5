'use client';

import { Minus, Plus } from 'lucide-react';
import { formsOf, ofHolding } from '@/client/act/actForms';
import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { type ActHolding, at } from '@/client/holding';
import { NumberInput } from '@/client/inputs';
import { type DeformityId, deformities } from '@/core/brood/deformities';
import { decimals, plain } from '@/core/quantities/format';
import { recordDeformities } from '@/modules/brood/acts/deformity/act';
import { Button } from '@/ui/Button';
import { DeformityDrawing } from '@/ui/drawings/deformityDrawings';

/** A sample looked through for deformities: tap the kind for each fish that has it. */
export function DeformityForm({ h }: { h: ActHolding }) {
  const f = useActForm(recordDeformities, {
    about: at(h),
    needs: { looked: 'how many were looked at' },
    clears: ['looked', 'deformed', 'kinds'],
    mayBeEmpty: ['deformed'],
    // Most have one kind: unless somebody says otherwise each tap is a fish.
    adjust: (input) => ({ ...input, kinds: input.kinds ?? {}, deformed: input.deformed ?? sumOf(input.kinds) }),
    says: (r) =>
      `${decimals(100 * Number(r?.estimate), 1)} % deformed, between ${decimals(100 * Number(r?.low), 1)} and ${decimals(100 * Number(r?.high), 1)}. No animal was moved.`,
  });
  const kinds = f.own('kinds');
  const of = (id: DeformityId) => kinds.value?.[id] ?? 0;
  const add = (id: DeformityId, n: number) => {
    const { [id]: _, ...others } = kinds.value ?? {};
    const now = of(id) + n;
    kinds.onChange(now > 0 ? { ...others, [id]: now } : others);
  };
  return (
    <Form of={f} label="Record">
      <p className="quiet text-small">
        Taken at random, from several places, not the slow ones. Tap the kind for each fish that has it; what is bitten
        or rotten is no deformity.
      </p>
      <NumberInput label="Looked at" {...f.field('looked')} />
      <ul className="grid grid-cols-2 gap-1.5" aria-label="Kinds">
        {deformities.map((d) => {
          const n = of(d.id);
          return (
            <li key={d.id} className={`flex items-stretch border ${n > 0 ? 'border-deep' : 'border-rule'}`}>
              <Button
                kind="bare"
                className="flex min-w-0 flex-1 flex-col items-start px-2 py-1 text-left hover:bg-deep-wash"
                title={d.looks}
                aria-label={`${d.name}: one more`}
                onClick={() => add(d.id, 1)}
              >
                <DeformityDrawing kind={d.id} />
                <span className="text-small">{d.name}</span>
              </Button>
              <span className="flex flex-none flex-col items-center justify-between px-1 py-1">
                <b className="text-title leading-none" data-kind={d.id}>
                  {n > 0 ? n : ''}
                </b>
                {n > 0 ? (
                  <Button kind="icon" aria-label={`${d.name}: one less`} onClick={() => add(d.id, -1)}>
                    <Minus size={18} aria-hidden />
                  </Button>
                ) : (
                  <Plus size={16} aria-hidden className="m-1 text-soft" />
                )}
              </span>
            </li>
          );
        })}
      </ul>
      {kinds.error && <p className="text-loss">{kinds.error}</p>}
      <NumberInput
        label="Fish with at least one of them"
        {...f.field('deformed')}
        hint={f.value('deformed') === null ? `${plain(sumOf(kinds.value))}, if none has two` : undefined}
      />
    </Form>
  );
}

const sumOf = (kinds: Partial<Record<DeformityId, number | null>> | null | undefined) =>
  deformities.reduce((s, d) => s + (kinds?.[d.id] ?? 0), 0);

export const forms = formsOf(recordDeformities, {
  offers: [
    {
      id: 'deformity',
      word: 'Deformities',
      rank: ({ h }) => (h.can.includes('ponded') ? 7 : h.can.includes('eats') ? 8 : null),
      form: ({ h }) => <DeformityForm h={h} />,
    },
  ],
  corrects: { deformity: ofHolding((h) => <DeformityForm h={h} />) },
  aboutUnit: true,
});
