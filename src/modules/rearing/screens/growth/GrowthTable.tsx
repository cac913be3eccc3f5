'use client';

import { useSession } from '@/client/session';
import { decimals, figures } from '@/core/quantities/format';
import { Z95 } from '@/core/quantities/interval';
import { massEach } from '@/core/quantities/mass';
import { dayMonth } from '@/core/time/localDay';
import { DataTable } from '@/ui/DataTable';
import { Link } from '@/ui/Link';
import type { GrowthLine } from '../../views/growth';
import { fromWords } from './fromWords';

type Row = Omit<GrowthLine, 'ahead' | 'weighings' | 'stretches' | 'outside'>;

/** Every lot that grows, to be sorted: who is light, who is slow, who converts badly. */
export function GrowthTable({ rows, now, to }: { rows: readonly Row[]; now: number; to: number | null }) {
  const { units, timeZone } = useSession();
  const us = units === 'us';
  const day = (at: number) => dayMonth(at, timeZone, now);
  return (
    <DataTable
      name="growth"
      noun={['lot', 'lots']}
      rows={rows}
      rowKey={(r) => r.holdingId}
      rowProps={(r) => ({ 'data-growth': r.unit })}
      columns={[
        {
          id: 'unit',
          head: 'unit',
          first: true,
          value: (r) => r.unit,
          cell: (r) => (
            <Link
              className="font-bold text-ink"
              href={`/rearing/growth?of=${r.holdingId}${to === null ? '' : `&to=${to}`}`}
              scroll={false}
            >
              {r.unit}
            </Link>
          ),
        },
        { id: 'lot', head: 'lot', value: (r) => r.lot, cell: (r) => <Link href={`/lots/${r.lotId}`}>{r.lot}</Link> },
        { id: 'species', head: 'species', value: (r) => r.speciesName },
        {
          id: 'mean',
          head: 'mean now',
          num: true,
          value: (r) => r.now.meanG,
          cell: (r) => massEach(r.now.meanG, us),
        },
        {
          id: 'tgc',
          head: 'growth',
          num: true,
          value: (r) => r.tgc,
          cell: (r) =>
            r.tgc === null ? (
              ''
            ) : (
              <>
                <b>{decimals(r.tgc, 2)}</b> <span className="text-soft">±{decimals(Z95 * r.tgcCv * r.tgc, 2)}</span>
              </>
            ),
        },
        {
          id: 'from',
          head: 'known from',
          value: (r) => fromWords(r),
        },
        {
          id: 'of',
          head: 'of Reference',
          num: true,
          value: (r) => (r.tgc === null || r.referenceTgc === null ? null : r.tgc / r.referenceTgc),
          cell: (r) =>
            r.tgc === null || r.referenceTgc === null ? '' : `${Math.round((100 * r.tgc) / r.referenceTgc)} %`,
        },
        {
          id: 'conversion',
          head: 'feed for one of growth',
          num: true,
          value: (r) => r.conversion?.conversion ?? null,
          cell: (r) =>
            r.conversion?.conversion == null ? (
              ''
            ) : (
              <>
                <b>{figures(r.conversion.conversion, 2)}</b>{' '}
                <span className="text-soft">
                  {r.conversion.low === null
                    ? 'may be anything'
                    : `${figures(r.conversion.low, 2)} to ${figures(r.conversion.high!, 2)}`}
                </span>
              </>
            ),
        },
        {
          id: 'at',
          head: 'reached',
          value: (r) => r.target?.at ?? null,
          cell: (r) => reachedWords(r, day),
        },
        {
          id: 'hungry',
          head: 'held back',
          value: (r) => (r.hungry ? r.possibleG / r.now.meanG : 0),
          cell: (r) => (r.hungry ? <span className="text-careful">could weigh {massEach(r.possibleG, us)}</span> : ''),
        },
      ]}
    />
  );
}

function reachedWords(r: Row, day: (at: number) => string): string {
  if (!r.target) return 'reached';
  if (r.target.at === null) return r.tgc === null ? '' : 'not in four years';
  return `${day(r.target.at)} (${day(r.target.low!)} to ${r.target.high === null ? 'later than four years' : day(r.target.high)})`;
}
