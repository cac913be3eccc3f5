import { NamedDayField } from '@/client/DayField';
import { LeftOut } from '@/modules/water/screens/LeftOut';
import { LoggerImport } from '@/modules/water/screens/LoggerImport';
import { PhotometerFile } from '@/modules/water/screens/PhotometerFile';
import { Strikes } from '@/modules/water/screens/Strikes';
import type { Strike } from '@/modules/water/views/alarms';
import type { LeftOutDay } from '@/modules/water/views/leftOut';
import type { WaterDays } from '@/modules/water/views/waterDays';
import type { ReadNow } from '@/server/sensorsNow';
import { Button } from '@/ui/Button';
import { Input } from '@/ui/Input';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import { NamedSelectField } from '@/ui/SelectField';
import { Table } from '@/ui/Table';
import { stockGroups } from '../stockGroups';
import type { SheetEntry } from '../views/ledger';
import type { StockList } from '../views/stockList';
import { EntryList } from './EntryList';
import { StockTable } from './StockTable';

const tabs = [
  { id: 'stock', word: 'Stock list' },
  { id: 'ledger', word: 'Ledger' },
  { id: 'readings', word: 'Readings' },
] as const;

type Props = {
  tab: 'stock' | 'ledger' | 'readings';
  stock: StockList | null;
  by: string;
  day: string | undefined;
  known: string | undefined;
  today: string;
  entries: SheetEntry[];
  search: string;
  kind: string;
  kinds: { value: string; label: string }[];
  sensors: ReadNow[];
  water: WaterDays;
  strikes: Strike[];
  leftOut: LeftOutDay[];
  now: number;
  timeZone: string;
  mayWrite: boolean;
};

/** Show me, give me: what stands where as of any day, the ledger with search, logger files in. */
export function RecordsScreen(p: Props) {
  return (
    <div className="px-6 py-4 max-sm:px-3">
      <div className="mb-4 flex flex-wrap items-baseline gap-x-5">
        <h1>Records</h1>
        {tabs.map((t) => (
          <Link
            key={t.id}
            href={`/records?tab=${t.id}`}
            aria-current={t.id === p.tab ? 'page' : undefined}
            className={`pb-0.5 text-ink no-underline ${t.id === p.tab ? 'border-b-[3px] border-deep font-bold' : ''}`}
          >
            {t.word}
          </Link>
        ))}
      </div>
      {p.tab === 'stock' && p.stock && <Stock {...p} stock={p.stock} />}
      {p.tab === 'ledger' && <Ledger {...p} />}
      {p.tab === 'readings' && (
        <>
          <LoggerImport sensors={p.sensors} water={p.water} mayWrite={p.mayWrite} timeZone={p.timeZone} />
          {p.mayWrite && (
            <div className="mt-6 max-w-[420px]">
              <PhotometerFile />
            </div>
          )}
          <Strikes strikes={p.strikes} sensors={p.sensors} mayWrite={p.mayWrite} />
          <LeftOut list={p.leftOut} now={p.now} timeZone={p.timeZone} />
        </>
      )}
    </div>
  );
}

/** Groups and rows of the stock list that are shown; CSV, XLSX and the printed list hold all. */
const MOST_GROUPS = 100;
const MOST_ROWS = 2000;

function Stock({ stock, by, day, known, today }: Props & { stock: StockList }) {
  const query = new URLSearchParams({ ...(day ? { day } : {}), ...(known ? { known } : {}), by }).toString();
  return (
    <>
      <form method="get" action="/records" className="mb-4 flex flex-wrap items-end gap-4">
        <Input type="hidden" name="tab" value="stock" />
        <NamedDayField label="As of the end of" name="day" first={day ?? today} last={today} />
        <NamedDayField label="As known at the end of (empty: now)" name="known" first={known ?? ''} last={today} />
        <NamedSelectField
          label="Totals by"
          className="w-[9rem]"
          name="by"
          defaultValue={by}
          options={stockGroups.map((x) => ({ value: x, label: x === 'strain' ? 'strain and sex' : x }))}
        />
        <Button type="submit">Show</Button>
        <span className="ml-auto flex gap-4">
          <a className="link" href={`/export?what=stock&as=csv&${query}`}>
            CSV
          </a>
          <a className="link" href={`/export?what=stock&as=xlsx&${query}`}>
            XLSX
          </a>
          <a className="link" href={`/print/stock?${query}`} target="_blank" rel="noopener">
            Printed page
          </a>
        </span>
      </form>
      {known && (
        <p className="mb-3 text-careful" data-testid="known">
          The books as they were known at the end of {known}: what was recorded or corrected since is left out.{' '}
          <Link
            className="link"
            href={`/records?${new URLSearchParams({ tab: 'stock', by, ...(day ? { day } : {}) })}`}
          >
            As known now
          </Link>
        </p>
      )}
      {stock.rows.length === 0 ? (
        <p className="quiet">Nothing lived here then.</p>
      ) : (
        <div className="grid grid-cols-[minmax(260px,360px)_minmax(0,1fr)] gap-10 max-lg:grid-cols-1">
          <section>
            <p className="mb-2" data-testid="stock-total">
              <Doubtful number={stock.number} sd={stock.sd} size="big" /> <span className="quiet">in all</span>
            </p>
            <Table>
              <tbody>
                {stock.totals.slice(0, MOST_GROUPS).map((t) => (
                  <tr key={t.by} data-total={t.by}>
                    <td>{t.by}</td>
                    <td className="num">
                      <Doubtful number={t.number} sd={t.sd} />
                    </td>
                  </tr>
                ))}
              </tbody>
            </Table>
            {stock.totals.length > MOST_GROUPS && (
              <p className="quiet mt-2">and {stock.totals.length - MOST_GROUPS} more: the files hold all.</p>
            )}
          </section>
          <section className="min-w-0">
            <StockTable rows={stock.rows.slice(0, MOST_ROWS)} />
            {stock.rows.length > MOST_ROWS && (
              <p className="quiet mt-2">and {stock.rows.length - MOST_ROWS} more: the files hold all.</p>
            )}
          </section>
        </div>
      )}
    </>
  );
}

function Ledger({ entries, search, kind, kinds, now, timeZone }: Props) {
  return (
    <>
      <form method="get" action="/records" className="mb-3 flex flex-wrap items-end gap-4">
        <Input type="hidden" name="tab" value="ledger" />
        <label className="field">
          <span className="label">Search: unit, lot, person, words of notes</span>
          <Input name="search" defaultValue={search} className="w-[20rem]" />
        </label>
        <NamedSelectField
          label="Kind"
          className="w-[14rem]"
          name="kind"
          defaultValue={kind}
          empty="all"
          options={kinds}
        />
        <Button type="submit">Search</Button>
        <span className="ml-auto flex gap-4">
          <a className="link" href={`/export?what=ledger&as=csv&search=${encodeURIComponent(search)}&kind=${kind}`}>
            CSV
          </a>
          <a className="link" href={`/export?what=ledger&as=xlsx&search=${encodeURIComponent(search)}&kind=${kind}`}>
            XLSX
          </a>
        </span>
      </form>
      <EntryList entries={entries} now={now} timeZone={timeZone} />
      {entries.length >= 100 && (
        <Link
          className="link mt-2 inline-block"
          href={`/records?tab=ledger&search=${encodeURIComponent(search)}&kind=${kind}&before=${entries.at(-1)!.seq}`}
        >
          older entries
        </Link>
      )}
    </>
  );
}
