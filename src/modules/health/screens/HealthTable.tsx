'use client';

import { useMemo } from 'react';
import { useSession } from '@/client/session';
import { decimals, grouped } from '@/core/quantities/format';
import { localDay } from '@/core/time/localDay';
import { unitHref } from '@/server/stock/unitHref';
import { type DataColumn, DataTable } from '@/ui/DataTable';
import { Glyph } from '@/ui/drawings/glyphs';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import { DeadStrip } from './DeadStrip';
import type { HealthLine } from './healthLine';

/** Every tank with its dead of the day against what is usual there; sorted and found by any of it. */
export function HealthTable({ tanks }: { tanks: readonly HealthLine[] }) {
  const { timeZone, now } = useSession();
  const today = localDay(now, timeZone).start;
  const columns = useMemo(
    (): DataColumn<HealthLine>[] => [
      {
        id: 'tank',
        head: 'tank',
        first: true,
        value: (t) => t.unit,
        cell: (t) => (
          <Link className="font-bold text-ink pointer-coarse:inline-block pointer-coarse:py-2" href={unitHref(t)}>
            {t.unit}
          </Link>
        ),
      },
      {
        id: 'lot',
        head: 'lot',
        value: (t) => t.lot,
        cell: (t) => (
          <Link
            className="whitespace-nowrap text-ink pointer-coarse:inline-block pointer-coarse:py-2"
            href={`/lots/${t.lotId}`}
          >
            {t.lot}
          </Link>
        ),
      },
      {
        id: 'stage',
        head: 'stage',
        value: (t) => t.stageName,
        cell: (t) => (
          <span className="inline-flex items-baseline gap-1.5 whitespace-nowrap">
            <Glyph name={t.glyph} size={18} /> {t.stageName}
          </span>
        ),
      },
      {
        id: 'number',
        head: 'number',
        num: true,
        value: (t) => t.number,
        cell: (t) => <Doubtful number={t.number} sd={t.sd} />,
      },
      {
        id: 'today',
        head: 'dead today',
        num: true,
        value: (t) => (t.counted !== null && t.counted >= today ? t.today : null),
        cell: (t) =>
          t.counted !== null && t.counted >= today ? (
            <b className={t.rise ? 'text-hand' : ''}>{grouped(t.today)}</b>
          ) : (
            <span className="text-soft">{t.counted === null ? 'never counted' : 'not yet'}</span>
          ),
      },
      {
        id: 'usual',
        head: 'usual a day',
        num: true,
        value: (t) => t.usual?.high ?? null,
        cell: (t) =>
          t.usual ? (
            `${grouped(t.usual.low)} to ${grouped(t.usual.high)}`
          ) : (
            <span className="text-soft">not known yet</span>
          ),
      },
      {
        id: 'week',
        head: 'in 7 days',
        num: true,
        value: (t) => t.week,
        cell: (t) => (
          <>
            {grouped(t.week)}{' '}
            {t.week > 0 && (
              <span className="text-small text-soft">{decimals((100 * t.week) / (t.number + t.week), 2)} %</span>
            )}
          </>
        ),
      },
      {
        id: 'strip',
        head: 'the last three weeks',
        value: (t) => t.days.reduce((s, d) => s + d.dead, 0),
        cell: (t) => <DeadStrip days={t.days} />,
      },
    ],
    [today],
  );
  return (
    <DataTable
      name="tanks"
      noun={['tank', 'tanks']}
      columns={columns}
      rows={tanks}
      rowKey={(t) => t.holdingId}
      rowProps={(t) => ({ 'data-unit': t.unit })}
      find="Find a tank or lot"
    />
  );
}
