'use client';

import { Form } from '@/client/form/Form';
import { useActForm } from '@/client/form/useActForm';
import { MeasureInput } from '@/client/inputs';
import { Tick } from '@/ui/Checkbox';
import { TextField } from '@/ui/fields';
import { saveProduct } from './act';

/** A product of the store as it is edited. */
export type ProductShown = {
  id: number;
  name: string;
  fromMm: number | null;
  toMm: number | null;
  proteinShare: number | null;
  pricePerKg: number | null;
  leadDays: number | null;
  retired: boolean;
};

/** A feed of the store, new or edited. */
export function ProductForm({ product, done }: { product?: ProductShown; done?: () => void }) {
  const begin = Object.fromEntries(Object.entries(product ?? {}).filter(([, v]) => v !== null));
  const f = useActForm(saveProduct, {
    about: product ? { id: product.id } : {},
    begin,
    draftFor: product ? `product ${product.id}` : 'new product',
    needs: { name: 'a name' },
    ...(product ? {} : { clears: ['name', 'fromMm', 'toMm', 'proteinShare', 'pricePerKg', 'leadDays'] as const }),
    says: () => 'Saved.',
    done,
  });
  return (
    <Form of={f} label={product ? 'Save' : 'Add to the store'}>
      <TextField label="Name and size" {...f.field('name')} placeholder="Starter 0.5 mm" />
      <div className="grid grid-cols-2 gap-3">
        <MeasureInput label="For fish from" {...f.measure('fromMm')} />
        <MeasureInput label="For fish up to" {...f.measure('toMm')} />
      </div>
      <TextField label="Protein, %" inputMode="decimal" {...f.field('proteinShare')} />
      <div className="grid grid-cols-2 gap-3">
        <TextField label="Price a kg" inputMode="decimal" {...f.field('pricePerKg')} />
        <TextField label="Days to deliver" inputMode="decimal" {...f.field('leadDays')} />
      </div>
      {product && <Tick {...f.field('retired')}>no longer used</Tick>}
    </Form>
  );
}
