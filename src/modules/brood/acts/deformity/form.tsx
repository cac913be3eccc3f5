'use client';

import { Minus, Plus } from 'lucide-react';
import { useState } from 'react';
import { ActForm } from '@/client/act/ActForm';
import { formsOf, ofHolding } from '@/client/act/actForms';
import { useOriginal } from '@/client/act/correcting';
import { useAct } from '@/client/act/useAct';
import { type ActHolding, at } from '@/client/holding';
import { NumberInput, wholeOf } from '@/client/inputs';
import { useSession } from '@/client/session';
import { useEventFields } from '@/client/when';
import { type DeformityId, deformities } from '@/core/brood/deformities';
import { decimals, plain } from '@/core/quantities/format';
import { recordDeformities } from '@/modules/brood/acts/deformity/act';
import { Button } from '@/ui/Button';
import { DeformityDrawing } from '@/ui/drawings/deformityDrawings';

type Counts = Partial<Record<DeformityId, number>>;

/** A sample looked through for deformities: tap the kind for each fish that has it. */
export function DeformityForm({ h }: { h: ActHolding }) {
  const { locale } = useSession();
  const original = useOriginal<{ looked: number; deformed: number; kinds: Counts }>();
  const act = useAct(recordDeformities, () => {
    setLooked('');
    setDeformed('');
    setKinds({});
  });
  const event = useEventFields();
  const [looked, setLooked] = useState(original ? String(original.looked) : '');
  const [deformed, setDeformed] = useState(original ? String(original.deformed) : '');
  const [kinds, setKinds] = useState<Counts>(original?.kinds ?? {});
  const sum = Object.values(kinds).reduce((s, n) => s + n, 0);
  const many = wholeOf(looked, locale).value;
  const typed = wholeOf(deformed, locale).value;
  // Most have one kind: unless somebody says otherwise each tap is a fish.
  const ill = deformed.trim() === '' ? sum : typed;
  const add = (id: DeformityId, n: number) => setKinds({ ...kinds, [id]: Math.max(0, (kinds[id] ?? 0) + n) });
  return (
    <ActForm
      act={act}
      event={event}
      label="Record"
      needs={[!many && 'how many were looked at', ill === null && 'a number of deformed that can be read']}
      onSend={() =>
        void act.submit(
          {
            ...at(h),
            looked: many,
            deformed: ill,
            kinds: Object.fromEntries(Object.entries(kinds).filter(([, n]) => n > 0)),
            ...event.payload,
          },
          (r) =>
            `${decimals(100 * Number(r?.estimate), 1)} % deformed, between ${decimals(100 * Number(r?.low), 1)} and ${decimals(100 * Number(r?.high), 1)}. No animal was moved.`,
        )
      }
    >
      <p className="quiet text-small">
        Taken at random, from several places, not the slow ones. Tap the kind for each fish that has it; what is bitten
        or rotten is no deformity.
      </p>
      <NumberInput label="Looked at" value={looked} onChange={setLooked} error={act.errorOn('looked')} />
      <ul className="grid grid-cols-2 gap-1.5" aria-label="Kinds">
        {deformities.map((d) => {
          const n = kinds[d.id] ?? 0;
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
      {act.errorOn('kinds') && <p className="text-loss">{act.errorOn('kinds')}</p>}
      <NumberInput
        label="Fish with at least one of them"
        value={deformed}
        onChange={setDeformed}
        error={act.errorOn('deformed')}
        hint={deformed.trim() === '' ? `${plain(sum)}, if none has two` : undefined}
      />
    </ActForm>
  );
}

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
