import { figures } from '@/core/quantities/format';
import { massOfAll } from '@/core/quantities/mass';
import { lengthOf } from '@/core/quantities/reader';
import { dayMonth } from '@/core/time/localDay';
import { DAY_MS } from '@/core/time/spans';
import { Link } from '@/ui/Link';
import { Table } from '@/ui/Table';
import type { StoreView } from '../views/store';
import { HallNav } from './HallNav';
import { AddProduct, AddTable, LotActs, ProductActs } from './store/ProductPanel';

type Reader = { now: number; timeZone: string; us: boolean };

/** How long the feed lasts, what must be ordered, what expires, and who ate of which bag. */
export function StoreScreen({
  view,
  species,
  ...reader
}: { view: StoreView; species: readonly { id: string; name: string }[] } & Reader) {
  const used = view.products.filter((p) => !p.retired);
  const late = used.filter((p) => p.outlook.reorderInDays !== null && p.outlook.reorderInDays <= 0);
  return (
    <section className="px-6 py-4 max-sm:px-3" aria-label="Feed store">
      <div className="mb-2 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1>Feed store</h1>
        {late.length > 0 && <span className="text-careful">order now: {late.map((p) => p.name).join(', ')}</span>}
        <HallNav here="/rearing/store" />
      </div>
      {view.recall && <Recall recall={view.recall} {...reader} />}
      {used.length === 0 ? (
        <p className="quiet max-w-[46rem]">
          Nothing stands in the store yet. Add a feed with the lengths of fish that it is for, then its deliveries: cups
          are then weighed out of the bag that expires first, and this page says when to order.
        </p>
      ) : (
        <div className="overflow-x-auto">
          <Table>
            <thead>
              <tr>
                <th>feed</th>
                <th>lot</th>
                <th className="num">in the store</th>
                <th>best before</th>
                <th className="num">fed in a week</th>
                <th className="num">a day, now and in {OUTLOOK} days</th>
                <th>lasts</th>
                <th>order by</th>
                <th />
              </tr>
            </thead>
            {used.map((p) => (
              <Product key={p.id} p={p} {...reader} />
            ))}
          </Table>
        </div>
      )}
      <p className="mt-3 mb-6">
        <AddProduct />
      </p>
      <Tables view={view} species={species} />
    </section>
  );
}

/** As long as the outlook goes: `OUTLOOK_DAYS` of the server. */
const OUTLOOK = 60;

function Product({ p, now, timeZone, us }: { p: StoreView['products'][number] } & Reader) {
  const { outlook: o } = p;
  const kg = (k: number) => (k > 0 ? massOfAll(1000 * k, us, k < 10 ? 2 : 1) : '');
  const lines = Math.max(1, p.lots.length);
  const late = o.reorderInDays !== null && o.reorderInDays <= 0;
  return (
    <tbody data-product={p.name} className="border-b border-strong">
      {Array.from({ length: lines }, (_, i) => {
        const l = p.lots[i];
        const expires = l && o.expires.find((e) => e.lot === l.name);
        const past = l?.bestBefore != null && l.bestBefore <= now;
        return (
          <tr key={l?.id ?? 'none'}>
            {i === 0 && (
              <td rowSpan={lines} className="align-top">
                <b className="text-lead">{p.name}</b>
                <span className="block text-small text-soft">
                  {[
                    p.fromMm !== null &&
                      p.toMm !== null &&
                      `fish of ${lengthOf(p.fromMm, us)} to ${lengthOf(p.toMm, us)}`,
                    p.proteinShare !== null && `${figures(100 * p.proteinShare, 2)} % protein`,
                  ]
                    .filter(Boolean)
                    .join(', ')}
                </span>
                <ProductActs product={p} />
              </td>
            )}
            <td>
              {l ? (
                <>
                  {l.name}{' '}
                  <Link className="link text-small" href={`/rearing/store?lot=${l.id}`}>
                    who ate it
                  </Link>
                </>
              ) : (
                <span className="text-soft">none</span>
              )}
            </td>
            <td className={`num ${l && l.leftG < 0 ? 'text-careful' : ''}`}>
              {l && (l.leftG < 0 ? 'more fed than came' : kg(l.leftG / 1000))}
            </td>
            <td className={past || expires ? 'text-careful' : ''}>
              {l?.bestBefore != null && dayMonth(l.bestBefore - 1, timeZone, now)}
              {past && ': past its date'}
              {!past && expires && (
                <span className="block text-small">{massOfAll(expires.g, us, 1)} will not be eaten by then</span>
              )}
            </td>
            {i === 0 && (
              <>
                <td rowSpan={lines} className="num align-top">
                  {kg(p.weekKg)}
                </td>
                <td rowSpan={lines} className="num align-top">
                  {o.todayKg > 0 || o.laterKg > 0 ? `${kg(o.todayKg) || '0'}, ${kg(o.laterKg) || '0'}` : ''}
                </td>
                <td rowSpan={lines} className="align-top">
                  {o.daysLeft === null ? (
                    <span className="text-soft">not fed</span>
                  ) : (
                    `${o.daysLeft > 365 ? 'over a year' : `${figures(Math.floor(o.daysLeft), 3)} days`}`
                  )}
                </td>
                <td rowSpan={lines} className={`align-top ${late ? 'font-semibold text-careful' : ''}`}>
                  {o.reorderInDays === null || o.reorderInDays > 365
                    ? ''
                    : late
                      ? 'now'
                      : dayMonth(now + Math.floor(o.reorderInDays) * DAY_MS, timeZone, now)}
                </td>
              </>
            )}
            <td>{l && <LotActs lot={l} />}</td>
          </tr>
        );
      })}
    </tbody>
  );
}

function Recall({ recall, now, timeZone, us }: { recall: NonNullable<StoreView['recall']> } & Reader) {
  return (
    <section className="mb-5 border-l-[3px] border-deep bg-sheet px-4 py-3" aria-label="Who ate it">
      <h2>
        Who ate of lot {recall.name}
        {recall.product && `, ${recall.product}`}{' '}
        <Link className="link text-body font-normal" href="/rearing/store">
          close
        </Link>
      </h2>
      {recall.eaters.length === 0 ? (
        <p className="quiet">Nobody, by the books.</p>
      ) : (
        <Table>
          <thead>
            <tr>
              <th>lot</th>
              <th>fed in</th>
              <th className="num">in all</th>
              <th>from</th>
              <th>to</th>
              <th>stands now in</th>
            </tr>
          </thead>
          <tbody>
            {recall.eaters.map((e) => (
              <tr key={`${e.lotId} ${e.unit}`}>
                <td>
                  <Link href={`/lots/${e.lotId}`}>{e.lot}</Link>
                </td>
                <td>{e.unit}</td>
                <td className="num">{massOfAll(e.g, us, 2)}</td>
                <td>{dayMonth(e.from, timeZone, now)}</td>
                <td>{dayMonth(e.to, timeZone, now)}</td>
                <td>{e.now || <span className="text-soft">gone</span>}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
    </section>
  );
}

function Tables({ view, species }: { view: StoreView; species: readonly { id: string; name: string }[] }) {
  return (
    <section aria-label="Tables of rations">
      <h2 className="border-b-2 border-deep/40 pb-0.5">Tables of rations</h2>
      <Table>
        <tbody>
          {view.tables.map((t) => (
            <tr key={t.id}>
              <td>
                <b>{t.name}</b>
              </td>
              <td className="text-soft">
                {t.masses} masses at {t.temperatures} temperatures
              </td>
              <td className="text-soft">{t.own ? t.source : 'ships with Morula, to be verified'}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      <p className="mt-2">
        <AddTable species={species} />
      </p>
    </section>
  );
}
