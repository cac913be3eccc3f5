'use client';

import { type ReactNode, useState } from 'react';
import { useSession } from '@/client/session';
import { Button } from '@/ui/Button';
import { Dialog } from '@/ui/Dialog';
import { DeliverForm } from '../../acts/deliver/form';
import { DiscardForm } from '../../acts/discard/form';
import { FeedCountForm } from '../../acts/feedCount/form';
import { ProductForm, type ProductShown } from '../../acts/product/form';
import { TableForm } from './TableForm';

/** What is done with a product: edited, delivered. */
export function ProductActs({ product }: { product: ProductShown }) {
  return (
    <span className="flex flex-wrap gap-x-3">
      <InDialog word="Delivery" title={`${product.name}: delivery`}>
        {(done) => <DeliverForm product={product} done={done} />}
      </InDialog>
      <InDialog word="Edit" title={product.name}>
        {(done) => <ProductForm product={product} done={done} />}
      </InDialog>
    </span>
  );
}

/** What is done with a lot of it: weighed, thrown away. */
export function LotActs({ lot }: { lot: { id: number; name: string } }) {
  return (
    <span className="flex flex-wrap gap-x-3">
      <InDialog word="Weigh" title={`Lot ${lot.name}: what is left`}>
        {(done) => <FeedCountForm lot={lot} done={done} />}
      </InDialog>
      <InDialog word="Throw away" title={`Lot ${lot.name}: thrown away`}>
        {(done) => <DiscardForm lot={lot} done={done} />}
      </InDialog>
    </span>
  );
}

export function AddProduct() {
  return (
    <InDialog word="Add a feed" title="A feed of the store" main>
      {(done) => <ProductForm done={done} />}
    </InDialog>
  );
}

export function AddTable({ species }: { species: readonly { id: string; name: string }[] }) {
  return (
    <InDialog word="Take in a table" title="A table of rations">
      {(done) => <TableForm species={species} done={done} />}
    </InDialog>
  );
}

function InDialog({
  word,
  title,
  main = false,
  children,
}: {
  word: string;
  title: string;
  main?: boolean;
  children: (done: () => void) => ReactNode;
}) {
  const [open, setOpen] = useState(false);
  const { role } = useSession();
  if (role === 'reader') return null;
  return (
    <Dialog
      title={title}
      side="edge"
      open={open}
      onOpenChange={setOpen}
      trigger={<Button kind={main ? 'main' : 'link'}>{word}</Button>}
    >
      {children(() => setOpen(false))}
    </Dialog>
  );
}
