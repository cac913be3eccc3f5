'use client';

import { useSession } from '@/client/session';
import { decimals, grouped } from '@/core/quantities/format';
import { massOfOne } from '@/core/quantities/reader';
import { dayMonth } from '@/core/time/localDay';
import { DialogButton } from '@/ui/Dialog';
import { Link } from '@/ui/Link';
import { OddsSaid, OrderForm } from '../acts/order/form';
import type { OrderRow, Orders } from '../views/orders';

/** What is promised to whom, and in how many seasons it is there. */
export function OrdersScreen({ of: o }: { of: Orders }) {
  const { role, now } = useSession();
  const may = role === 'manager' || role === 'culturist';
  const open = o.orders.filter((x) => x.closedAt === null);
  const past = o.orders.filter((x) => x.closedAt !== null);
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Orders">
      <div className="mb-3 flex flex-wrap items-baseline gap-x-5 gap-y-2">
        <h1>Orders</h1>
        <p className="text-lead text-soft">
          {open.length === 0
            ? 'Nothing is promised.'
            : `${open.length} open, ${open.filter((x) => x.dueAt < now).length} overdue`}
        </p>
        <span className="ml-auto flex flex-wrap items-baseline gap-x-4">
          <Link className="link" href="/rearing/fates">
            What was sold
          </Link>
          <Link className="link" href="/moves">
            Moves and release
          </Link>
          {may && o.species.length > 0 && (
            <DialogButton word="Take an order" title="Take an order" kind="main">
              {(done) => <OrderForm lots={o.lots} species={o.species} done={done} />}
            </DialogButton>
          )}
        </span>
      </div>
      {open.length === 0 && (
        <p className="quiet max-w-prose">
          An order says how many, of which size, on which day; from numbers, growth and dead of the tanks that could
          serve it follows in how many of a hundred seasons it is there. What is sold with the customer as receiver
          counts as delivered.
        </p>
      )}
      {[...open, ...past].map((x) => (
        <Line key={x.id} x={x} o={o} may={may} />
      ))}
    </section>
  );
}

function Line({ x, o, may }: { x: OrderRow; o: Orders; may: boolean }) {
  const { timeZone, now, units } = useSession();
  const left = Math.max(0, x.number - x.delivered);
  return (
    <article
      className="grid grid-cols-[minmax(0,1fr)_minmax(0,340px)_auto] items-start gap-x-6 border-b border-rule py-2 max-lg:grid-cols-1"
      data-order={x.customer}
    >
      <div>
        <p>
          <b className="text-lead">{x.customer}</b>{' '}
          <span className={x.closedAt === null && x.dueAt < now ? 'font-semibold text-hand' : 'text-soft'}>
            {dayMonth(x.dueAt, timeZone, now)}
          </span>
        </p>
        <p>
          {grouped(x.number)} {x.speciesName} of {massOfOne(x.leastG, units === 'us')}
          {x.priceEach !== null &&
            `, ${decimals(x.priceEach, 2)} each, ${grouped(Math.round(x.priceEach * x.number))} in all`}
        </p>
        {x.note && <p className="text-soft">{x.note}</p>}
        {x.delivered > 0 && <p className="text-deep">{grouped(Math.round(x.delivered))} delivered</p>}
      </div>
      {x.closedAt === null && left > 0 ? (
        <OddsSaid
          lots={o.lots.filter((l) => l.species === x.species)}
          number={left}
          leastG={x.leastG}
          dueAt={x.dueAt}
          now={now}
          timeZone={timeZone}
        />
      ) : (
        <span className="text-soft">{x.closedAt === null ? 'served' : 'closed'}</span>
      )}
      {may && x.closedAt === null && (
        <DialogButton word="Change it" title={`Order of ${x.customer}`}>
          {(done) => <OrderForm order={x} lots={o.lots} species={o.species} done={done} />}
        </DialogButton>
      )}
    </article>
  );
}
