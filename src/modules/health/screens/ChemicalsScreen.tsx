'use client';

import { useSession } from '@/client/session';
import { chemicalMoves, hazards } from '@/core/health/chemicals';
import { figures, grouped } from '@/core/quantities/format';
import { dayMonth } from '@/core/time/localDay';
import { Caution } from '@/ui/caution';
import { DialogButton } from '@/ui/Dialog';
import { Link } from '@/ui/Link';
import { Table } from '@/ui/Table';
import { ChemicalMoveForm } from '../acts/chemicalMove/form';
import { ChemicalForm } from '../acts/chemicalSave/form';
import type { Chemical, ChemicalStore } from '../views/chemicals';

/** Chemicals and medicines: how much of each, where it stands, what must not stand beside it. */
export function ChemicalsScreen({ of: store }: { of: ChemicalStore }) {
  const { timeZone, now, role } = useSession();
  const may = role === 'manager' || role === 'culturist';
  const short = store.list.filter((c) => c.least !== null && c.left < c.least);
  const past = store.list.filter((c) => c.goodUntil !== null && c.goodUntil < now && c.left > 0);
  const head = [
    store.apart.length > 0 &&
      (store.apart.length === 1
        ? `${store.apart[0]!.a} and ${store.apart[0]!.b} must not stand together`
        : `${store.apart.length} pairs must not stand together`),
    past.length > 0 && `${past.map((c) => c.name).join(', ')} past its date`,
    short.length > 0 && `order ${short.map((c) => c.name).join(', ')}`,
  ].filter(Boolean);
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Chemicals">
      <div className="mb-3 flex flex-wrap items-baseline gap-x-5 gap-y-2">
        <h1>Chemicals</h1>
        <p
          className={`text-lead ${store.apart.length > 0 ? 'font-semibold text-hand' : head.length > 0 ? 'text-careful' : 'text-soft'}`}
          role="status"
        >
          {head.join('; ') || (store.list.length === 0 ? 'Nothing is on the list yet.' : 'All is there, and in date.')}
        </p>
        <span className="ml-auto flex items-baseline gap-x-4">
          <Link className="link" href="/health">
            Health
          </Link>
          {may && (
            <DialogButton word="Add one" title="A chemical" kind="main">
              {(done) => <ChemicalForm done={done} />}
            </DialogButton>
          )}
        </span>
      </div>
      {store.apart.map((a) => (
        <p key={`${a.a} ${a.b}`} className="mb-1 font-semibold text-hand">
          {a.place}: {a.a} and {a.b} apart, {a.why}.
        </p>
      ))}
      {store.list.length > 0 && (
        <div className="overflow-x-auto">
          <Table className="cards">
            <thead>
              <tr>
                <th>what</th>
                <th className="num">on hand</th>
                <th>stands in</th>
                <th>good until</th>
                <th>lately</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {store.list.map((c) => (
                <tr key={c.id} data-chemical={c.name}>
                  <td data-first>
                    <b>{c.name}</b>
                    <span className="block text-small text-soft">{hazards[c.hazard].word}</span>
                  </td>
                  <td
                    data-head="on hand"
                    className={`num ${c.least !== null && c.left < c.least ? 'font-semibold text-careful' : ''}`}
                  >
                    {amount(c, c.left)}
                  </td>
                  <td data-head={c.place ? 'stands in' : undefined}>{c.place}</td>
                  <td
                    data-head={c.goodUntil === null ? undefined : 'good until'}
                    className={c.goodUntil !== null && c.goodUntil < now ? 'font-semibold text-careful' : ''}
                  >
                    {c.goodUntil === null ? '' : dayMonth(c.goodUntil, timeZone, now)}
                  </td>
                  <td data-head={c.moves.length > 0 ? 'lately' : undefined} className="text-small text-soft">
                    {c.moves.slice(0, 2).map((m) => (
                      <span key={`${m.at} ${m.what}`} className="block">
                        {dayMonth(m.at, timeZone, now)}{' '}
                        {m.what === 'treatment'
                          ? m.said
                            ? `treatment in ${m.said}`
                            : 'treatment'
                          : chemicalMoves[m.what]}
                        , {amount(c, m.amount)}
                      </span>
                    ))}
                  </td>
                  <td className="whitespace-nowrap">
                    <span className="flex gap-x-3">
                      {role !== 'reader' && (
                        <DialogButton word="In, out" title={c.name}>
                          {(done) => <ChemicalMoveForm of={c} done={done} />}
                        </DialogButton>
                      )}
                      {may && (
                        <DialogButton word="Change" title={c.name}>
                          {(done) => <ChemicalForm of={c} done={done} />}
                        </DialogButton>
                      )}
                    </span>
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
        </div>
      )}
      <div className="mt-3 max-w-prose">
        <Caution>
          Locked, aired, in its own container with its label; safety sheets and water for the eyes beside it. What is
          spilt is never rinsed into a drain that leads to fish or to the river.
        </Caution>
      </div>
    </section>
  );
}

/** An amount as it is said: kilograms and litres where there are many. */
const amount = (c: Pick<Chemical, 'unit'>, n: number) =>
  n >= 1000
    ? `${figures(n / 1000, 3)} ${c.unit === 'g' ? 'kg' : 'L'}`
    : `${grouped(Math.round(10 * n) / 10)} ${c.unit}`;
