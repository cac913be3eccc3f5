'use client';

import { useSession } from '@/client/session';
import { massEach } from '@/core/quantities/mass';
import { clock, dayMonth } from '@/core/time/localDay';
import { type DataColumn, DataTable } from '@/ui/DataTable';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import type { Release } from '../views/releases';
import { IssuePaper } from './IssuePaper';

/** Every release, with its paper or the button that issues one; what was corrected stays, struck through. */
export function ReleaseTable({ list, mayWrite }: { list: readonly Release[]; mayWrite: boolean }) {
  const { timeZone, now, units } = useSession();
  const columns: DataColumn<Release>[] = [
    {
      id: 'when',
      head: 'when',
      first: true,
      value: (r) => r.at,
      cell: (r) => (
        <span className="whitespace-nowrap">
          {dayMonth(r.at, timeZone, now)} <span className="text-soft">{clock(r.at, timeZone)}</span>
        </span>
      ),
    },
    {
      id: 'lot',
      head: 'lot',
      value: (r) => r.lot,
      cell: (r) => (
        <Link className="whitespace-nowrap text-ink" href={`/lots/${r.lotId}`}>
          {r.lot}
        </Link>
      ),
    },
    { id: 'species', head: 'species', value: (r) => r.species, className: 'text-soft' },
    { id: 'site', head: 'to', value: (r) => r.site },
    {
      id: 'number',
      head: 'number',
      num: true,
      value: (r) => r.number,
      cell: (r) => <Doubtful number={r.number} sd={r.sd} />,
    },
    {
      id: 'each',
      head: 'each',
      num: true,
      value: (r) => r.meanG,
      cell: (r) => (r.meanG === null ? '' : massEach(r.meanG, units === 'us')),
    },
    {
      id: 'paper',
      head: 'paper',
      // Never nothing: a column of nothing is not drawn, and this one issues papers.
      value: (r) => r.paper?.number ?? '',
      cell: (r) => (
        <span className="whitespace-nowrap">
          {r.paper && (
            <>
              <a className="link" href={`/papers/${r.paper.id}`} target="_blank" rel="noopener">
                {r.paper.number}
              </a>
              {r.paper.superseded && <span className="ml-1 text-loss">superseded</span>}
            </>
          )}
          {mayWrite && !r.voided && (!r.paper || r.paper.superseded) && <IssuePaper release={r} />}
        </span>
      ),
    },
  ];
  return (
    <DataTable
      name="releases"
      noun={['release', 'releases']}
      columns={columns}
      rows={list}
      rowKey={(r) => r.entryId}
      rowProps={(r) => ({ 'data-release': r.lot, className: r.voided ? 'text-soft line-through' : undefined })}
      find="lot, site, species"
    />
  );
}
