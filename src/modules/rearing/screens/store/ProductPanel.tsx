'use client';

import type { ReactNode } from 'react';
import { useSession } from '@/client/session';
import { DialogButton } from '@/ui/Dialog';
import { DeliverForm } from '../../acts/deliver/form';
import { DiscardForm } from '../../acts/discard/form';
import { FeedCountForm } from '../../acts/feedCount/form';
import { ProductForm, type ProductShown } from '../../acts/product/form';
import { TableForm } from './TableForm';

/** Who only reads is offered nothing to do. */
function Writers({ children }: { children: ReactNode }) {
  return useSession().role === 'reader' ? null : children;
}

/** What is done with a product: edited, delivered. */
export function ProductActs({ product }: { product: ProductShown }) {
  return (
    <Writers>
      <span className="flex gap-x-3 whitespace-nowrap max-sm:gap-x-6">
        <DialogButton word="Delivery" title={`${product.name}: delivery`}>
          {(done) => <DeliverForm product={product} done={done} />}
        </DialogButton>
        <DialogButton word="Edit" title={product.name}>
          {(done) => <ProductForm product={product} done={done} />}
        </DialogButton>
      </span>
    </Writers>
  );
}

/** What is done with a lot of it: weighed, thrown away. */
export function LotActs({ lot }: { lot: { id: number; name: string } }) {
  return (
    <Writers>
      <span className="flex gap-x-3 whitespace-nowrap max-sm:gap-x-6">
        <DialogButton word="Weigh" title={`Lot ${lot.name}: what is left`}>
          {(done) => <FeedCountForm lot={lot} done={done} />}
        </DialogButton>
        <DialogButton word="Throw away" title={`Lot ${lot.name}: thrown away`}>
          {(done) => <DiscardForm lot={lot} done={done} />}
        </DialogButton>
      </span>
    </Writers>
  );
}

export function AddProduct() {
  return (
    <Writers>
      <DialogButton word="Add a feed" title="A feed of the store" kind="main">
        {(done) => <ProductForm done={done} />}
      </DialogButton>
    </Writers>
  );
}

export function AddTable({ species }: { species: readonly { id: string; name: string }[] }) {
  return (
    <Writers>
      <DialogButton word="Take in a table" title="A table of rations">
        {(done) => <TableForm species={species} done={done} />}
      </DialogButton>
    </Writers>
  );
}
