'use client';

import { type DataColumn, DataTable } from '@/ui/DataTable';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import type { StockRow } from '../views/stockList';

const columns: DataColumn<StockRow>[] = [
  {
    id: 'lot',
    head: 'lot',
    first: true,
    value: (r) => r.lot,
    cell: (r) => (
      <Link className="font-bold whitespace-nowrap text-ink" href={`/lots/${r.lotId}`}>
        {r.lot}
      </Link>
    ),
  },
  { id: 'species', head: 'species', value: (r) => r.species },
  { id: 'strain', head: 'strain, sex', value: (r) => r.strain || null, className: 'text-soft' },
  { id: 'unit', head: 'unit', value: (r) => r.unit, className: 'font-bold' },
  { id: 'room', head: 'room', value: (r) => r.room, className: 'text-soft' },
  { id: 'stage', head: 'stage', value: (r) => r.stage },
  {
    id: 'number',
    head: 'number',
    num: true,
    value: (r) => r.number,
    cell: (r) => <Doubtful number={r.number} sd={r.sd} />,
  },
];

/** What stands where, lot by lot and unit by unit. */
export function StockTable({ rows }: { rows: readonly StockRow[] }) {
  return (
    <DataTable
      name="stock"
      noun={['place', 'places']}
      columns={columns}
      rows={rows}
      rowKey={(r) => `${r.lotId} ${r.unit} ${r.stage}`}
      rowProps={(r) => ({ 'data-unit': r.unit })}
      find="lot, unit, species"
    />
  );
}
