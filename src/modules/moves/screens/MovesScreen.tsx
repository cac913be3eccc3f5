import { grouped } from '@/core/quantities/format';
import { EntryList } from '@/modules/records/screens/EntryList';
import type { SheetEntry } from '@/modules/records/views/ledger';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import type { Release, SiteTotal } from '../views/releases';
import { ReleaseTable } from './ReleaseTable';

/** Where did they go, with which papers? Releases by site against their targets, then moves between units. */
export function MovesScreen({
  list,
  sites,
  moves,
  ready,
  now,
  timeZone,
  mayWrite,
}: {
  list: Release[];
  sites: SiteTotal[];
  moves: SheetEntry[];
  ready: { unit: string; lot: string; number: number; sd: number }[];
  now: number;
  timeZone: string;
  mayWrite: boolean;
}) {
  const most = Math.max(1, ...sites.map((s) => Math.max(s.number, s.target ?? 0)));
  return (
    <div className="grid min-h-full grid-cols-[minmax(0,1fr)_320px] max-lg:grid-cols-1">
      <section className="min-w-0 px-6 py-4 max-sm:px-3">
        <div className="mb-3 flex flex-wrap items-baseline gap-x-5 gap-y-1">
          <h1>Moves and release</h1>
          <span className="ml-auto flex flex-wrap gap-x-4">
            <Link className="link" href="/moves/where">
              Where to
            </Link>
            <Link className="link" href="/moves/plan">
              Release plan
            </Link>
            <Link className="link" href="/moves/hauls">
              Hauls
            </Link>
            <Link className="link" href="/moves/day">
              Day at the water
            </Link>
            <Link className="link" href="/moves/returns">
              Returns
            </Link>
            <Link className="link" href="/moves/orders">
              Orders
            </Link>
            <Link className="link" href="/ponds">
              Ponds
            </Link>
            <Link className="link" href="/trace">
              Trace
            </Link>
          </span>
        </div>
        {list.length === 0 ? (
          <p className="quiet mb-4">
            Nothing has been released yet. A release is recorded from the tank: open it in Rearing, then Release.
          </p>
        ) : (
          <div className="mb-6">
            <ReleaseTable list={list} mayWrite={mayWrite} />
            <p className="mt-1 text-small text-soft">
              Of the last two years; older ones stand in Records. As open data:{' '}
              <Link className="link" href="/export?what=releases">
                GeoJSON
              </Link>
            </p>
          </div>
        )}
        <h2 className="mb-1">Moves, gradings, ponding, eggs sent out, sales</h2>
        <EntryList entries={moves} now={now} timeZone={timeZone} />
      </section>
      <aside className="border-l border-rule bg-sheet px-4 py-4 max-lg:border-t max-lg:border-l-0">
        <h2 className="mb-2">Sites this season</h2>
        {sites.length === 0 && (
          <p className="quiet">
            No release sites yet.{' '}
            <Link className="link" href="/setup">
              Set-up
            </Link>{' '}
            makes them.
          </p>
        )}
        <ul>
          {sites.map((s) => (
            <li key={s.id} className="mb-3" data-site={s.name} data-number={s.number}>
              <div className="flex items-baseline justify-between gap-2">
                <b>{s.name}</b>
                <span className="text-right">
                  <Doubtful number={s.number} sd={s.sd} />
                  {s.target !== null && <span className="whitespace-nowrap text-soft"> of {grouped(s.target)}</span>}
                </span>
              </div>
              <svg width="100%" height={10} aria-hidden="true" preserveAspectRatio="none" viewBox={`0 0 ${most} 10`}>
                {s.target !== null && <rect width={s.target} height={10} fill="var(--rule)" />}
                <rect width={s.number} height={10} fill="var(--deep)" />
                {s.target !== null && s.number > s.target && (
                  <rect x={s.target - most / 300} width={most / 150} height={10} fill="var(--sheet)" />
                )}
              </svg>
              {s.target !== null && s.number > s.target && (
                <p className="text-small text-careful">above its target: check the permit</p>
              )}
            </li>
          ))}
        </ul>
        {ready.length > 0 && (
          <>
            <h2 className="mt-4 mb-1">Fingerlings here</h2>
            <ul>
              {ready.slice(0, 12).map((r) => (
                <li
                  key={r.unit + r.lot}
                  className="grid grid-cols-[2.6rem_minmax(0,1fr)_auto] items-baseline gap-2 border-b border-rule py-1"
                >
                  <Link className="link" href={`/rearing?unit=${encodeURIComponent(r.unit)}`}>
                    {r.unit}
                  </Link>
                  <span className="truncate text-soft">{r.lot}</span>
                  <Doubtful number={r.number} sd={r.sd} size="plain" />
                </li>
              ))}
            </ul>
          </>
        )}
      </aside>
    </div>
  );
}
