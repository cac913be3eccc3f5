'use client';

import {
  columnFilteringFeature,
  columnVisibilityFeature,
  createFilteredRowModel,
  createSortedRowModel,
  filterFn_includesString,
  globalFilteringFeature,
  rowSortingFeature,
  tableFeatures,
  useTable,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowDownUp, ArrowUp, Columns3, Download } from 'lucide-react';
import { parseAsArrayOf, parseAsString, useQueryStates } from 'nuqs';
import { NuqsAdapter } from 'nuqs/adapters/next/app';
import { type KeyboardEvent, type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import { Button } from './Button';
import { Input } from './Input';
import { Later } from './Later';
import { Menu, MenuItem, MenuTick } from './Menu';
import { Table } from './Table';

/** What a cell is sorted, found and taken away by; null where nothing is known. */
export type CellValue = string | number | null;

export type DataColumn<T> = {
  id: string;
  head: string;
  /** Figures stand to the right, and fall from the largest at the first press. */
  num?: boolean;
  value: (row: T) => CellValue;
  /** How it is drawn; its value where nothing is said. */
  cell?: (row: T) => ReactNode;
  /** It is what the row is of: never hidden, the head of its card on a phone. */
  first?: boolean;
  className?: string;
};

type Props<T> = {
  /** Of what: names the file, and what stands in the address where a page has several. */
  name: string;
  /** @example ['fish', 'fish'] */
  noun: readonly [one: string, many: string];
  columns: readonly DataColumn<T>[];
  rows: readonly T[];
  rowKey: (row: T) => string | number;
  /** Attributes of a row, as `data-fish`. */
  rowProps?: (row: T) => Record<string, string | undefined>;
  /** What its field to search in says; without it there is none. */
  find?: string;
};

/** On a phone what is pressed is as large as a finger. */
const FINGER = 'max-sm:size-11';

/** Above so many rows only those in sight are drawn. */
const DRAWN = 200;
const ROW_PX = 34;
/** Written by the server, and drawn before a browser says how high it is. */
const FIRST = 24;

const natural = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });

const compare = (a: unknown, b: unknown): number =>
  typeof a === 'number' && typeof b === 'number' ? a - b : natural.compare(String(a), String(b));

const features = tableFeatures({
  rowSortingFeature,
  columnVisibilityFeature,
  columnFilteringFeature,
  globalFilteringFeature,
  sortedRowModel: createSortedRowModel(),
  filteredRowModel: createFilteredRowModel(),
  filterFns: { includesString: filterFn_includesString },
});

/**
 * Many of a kind: sorted by any column, found by what they say, with the columns that one wants; all of that stands in the
 * address. Arrow keys go from row to row; on a phone each row is a card; what is shown is taken away as CSV.
 */
export function DataTable<T extends object>(props: Props<T>) {
  return (
    <NuqsAdapter>
      <Inner {...props} />
    </NuqsAdapter>
  );
}

function Inner<T extends object>({ name, noun, columns: all, rows, rowKey, rowProps, find }: Props<T>) {
  // A column in which nothing stands is none.
  const columns = useMemo(
    () => all.filter((c) => c.first || rows.length === 0 || rows.some((r) => c.value(r) !== null)),
    [all, rows],
  );
  const [{ sort, without, find: sought }, setQuery] = useQueryStates(
    {
      sort: parseAsString.withDefault(''),
      without: parseAsArrayOf(parseAsString).withDefault([]),
      find: parseAsString.withDefault(''),
    },
    { urlKeys: { sort: `${name}-by`, without: `${name}-without`, find: `${name}-find` }, history: 'replace' },
  );
  const [by, direction] = sort.split('.');
  const sorting = columns.some((c) => c.id === by) ? [{ id: by!, desc: direction === 'down' }] : [];
  const data = useMemo(() => [...rows], [rows]);
  const defs = useMemo(
    () =>
      columns.map((c) => ({
        id: c.id,
        accessorFn: (row: T) => c.value(row) ?? undefined,
        // What is not known stands last, whichever way it goes.
        sortUndefined: 'last' as const,
        sortFn: (a: { getValue: (id: string) => unknown }, b: { getValue: (id: string) => unknown }, id: string) =>
          compare(a.getValue(id), b.getValue(id)),
      })),
    [columns],
  );
  const table = useTable({
    features,
    data,
    columns: defs as never,
    getRowId: (row: T) => String(rowKey(row)),
    globalFilterFn: 'includesString',
    getColumnCanGlobalFilter: () => true,
    state: {
      sorting,
      globalFilter: sought,
      columnVisibility: Object.fromEntries(without.map((id) => [id, false])),
    },
  });
  const shownColumns = columns.filter((c) => c.first || !without.includes(c.id));
  const shown = table.getRowModel().rows.map((r) => r.original as T);
  const press = (c: DataColumn<T>) => {
    const first = c.num ? 'down' : 'up';
    const next = by !== c.id ? first : direction === first ? (first === 'up' ? 'down' : 'up') : null;
    void setQuery({ sort: next ? `${c.id}.${next}` : null });
  };
  return (
    <div data-table={name}>
      <div className="mb-1 flex flex-wrap items-center gap-x-4 gap-y-1">
        {find && (
          <Input
            className="max-w-[15rem]"
            aria-label={find}
            placeholder={find}
            value={sought}
            onChange={(e) => void setQuery({ find: e.target.value || null })}
          />
        )}
        <span className="quiet text-small" role="status">
          {shown.length === rows.length
            ? `${rows.length} ${rows.length === 1 ? noun[0] : noun[1]}`
            : `${shown.length} of ${rows.length} ${noun[1]}`}
        </span>
        <span className="no-print ml-auto flex gap-1">
          {/* Cards have no heads to press. */}
          <Menu
            about="Sort by"
            trigger={
              <Button kind="icon" className={`${FINGER} sm:hidden`} aria-label="Sort by" title="sort by">
                <ArrowDownUp size={17} />
              </Button>
            }
          >
            {columns.map((c) => (
              <MenuItem key={c.id} onSelect={() => press(c)}>
                {c.head}
                {by === c.id && (direction === 'down' ? ', falling' : ', rising')}
              </MenuItem>
            ))}
          </Menu>
          <Menu
            about="Columns"
            trigger={
              <Button kind="icon" className={FINGER} aria-label="Columns" title="columns">
                <Columns3 size={17} />
              </Button>
            }
          >
            {columns
              .filter((c) => !c.first)
              .map((c) => (
                <MenuTick
                  key={c.id}
                  checked={!without.includes(c.id)}
                  onChange={(on) => {
                    const next = on ? without.filter((id) => id !== c.id) : [...without, c.id];
                    void setQuery({ without: next.length > 0 ? next : null });
                  }}
                >
                  {c.head}
                </MenuTick>
              ))}
          </Menu>
          <Button
            kind="icon"
            className={FINGER}
            aria-label="Take away as CSV"
            title="what is shown, as CSV"
            onClick={() => void takeAway(name, shownColumns, shown)}
          >
            <Download size={17} />
          </Button>
        </span>
      </div>
      <div className="overflow-x-auto">
        <Table className="cards">
          <thead>
            <tr>
              {shownColumns.map((c) => (
                <th
                  key={c.id}
                  className={c.num ? 'num' : undefined}
                  aria-sort={by !== c.id ? 'none' : direction === 'down' ? 'descending' : 'ascending'}
                >
                  <Button kind="bare" className="cursor-pointer font-medium hover:text-ink" onClick={() => press(c)}>
                    {c.head}
                    {by === c.id &&
                      (direction === 'down' ? (
                        <ArrowDown className="ml-0.5 inline" size={13} aria-hidden />
                      ) : (
                        <ArrowUp className="ml-0.5 inline" size={13} aria-hidden />
                      ))}
                  </Button>
                </th>
              ))}
            </tr>
          </thead>
          <Body columns={shownColumns} rows={shown} rowKey={rowKey} rowProps={rowProps} />
        </Table>
      </div>
      {shown.length === 0 && rows.length > 0 && (
        <p className="quiet py-3">
          None of them is like “{sought}”.{' '}
          <Button kind="link" onClick={() => void setQuery({ find: null })}>
            Show all
          </Button>
        </p>
      )}
    </div>
  );
}

type BodyProps<T> = Pick<Props<T>, 'columns' | 'rows' | 'rowKey' | 'rowProps'>;

function Body<T extends object>(p: BodyProps<T>) {
  if (p.rows.length > DRAWN) return <LongBody {...p} />;
  const below = p.rows.slice(FIRST);
  return (
    <tbody onKeyDown={fromRowToRow}>
      {p.rows.slice(0, FIRST).map((r) => drawn(p, r))}
      {below.length > 0 && (
        <Later meanwhile={gap(ROW_PX * below.length, p.columns.length)}>{below.map((r) => drawn(p, r))}</Later>
      )}
    </tbody>
  );
}

/** A row as high as those that stand in its place. */
const gap = (px: number, columns: number) =>
  px > 0 && (
    <tr aria-hidden>
      <td colSpan={columns} style={{ height: px, padding: 0, border: 0 }} />
    </tr>
  );

/** The rows in sight, between two that are as high as those above and below them. */
function LongBody<T extends object>(p: BodyProps<T>) {
  const body = useRef<HTMLTableSectionElement>(null);
  const [margin, setMargin] = useState<number | null>(null);
  const scroller = () => document.getElementById('main');
  useEffect(() => {
    const main = scroller();
    if (!body.current || !main) return;
    setMargin(body.current.getBoundingClientRect().top - main.getBoundingClientRect().top + main.scrollTop);
  }, []);
  const virtual = useVirtualizer({
    count: p.rows.length,
    getScrollElement: scroller,
    estimateSize: () => ROW_PX,
    overscan: 20,
    scrollMargin: margin ?? 0,
    enabled: margin !== null,
  });
  const items = virtual.getVirtualItems();
  const [from, to] = items.length > 0 ? [items[0]!.index, items.at(-1)!.index + 1] : [0, FIRST];
  const above = items.length > 0 ? items[0]!.start - (margin ?? 0) : 0;
  const below =
    items.length > 0 ? virtual.getTotalSize() - (items.at(-1)!.end - (margin ?? 0)) : (p.rows.length - FIRST) * ROW_PX;
  return (
    <tbody ref={body} onKeyDown={fromRowToRow}>
      {gap(above, p.columns.length)}
      {p.rows.slice(from, to).map((r, i) => drawn(p, r, (el) => virtual.measureElement(el), from + i))}
      {gap(below, p.columns.length)}
    </tbody>
  );
}

function drawn<T extends object>(
  p: BodyProps<T>,
  row: T,
  ref?: (el: HTMLTableRowElement | null) => void,
  index?: number,
) {
  return (
    <tr key={p.rowKey(row)} ref={ref} data-index={index} {...p.rowProps?.(row)}>
      {p.columns.map((c) => (
        <td
          key={c.id}
          className={[c.num && 'num', c.className].filter(Boolean).join(' ') || undefined}
          data-head={c.first ? undefined : c.head}
          data-first={c.first || undefined}
        >
          {c.cell ? c.cell(row) : c.value(row)}
        </td>
      ))}
    </tr>
  );
}

/** Up and down, first and last, among what can be opened in the rows. */
function fromRowToRow(e: KeyboardEvent<HTMLTableSectionElement>) {
  const step = { ArrowDown: 1, ArrowUp: -1, Home: Number.NEGATIVE_INFINITY, End: Number.POSITIVE_INFINITY }[e.key];
  const row = (e.target as HTMLElement).closest('tr');
  if (step === undefined || !row || (e.target as HTMLElement).matches('input, select, textarea')) return;
  const rows = [...e.currentTarget.querySelectorAll('tr')].filter((r) => r.querySelector('a, button'));
  const next = rows[Math.min(rows.length - 1, Math.max(0, rows.indexOf(row) + step))];
  const opens = next?.querySelector<HTMLElement>('a, button');
  if (!opens) return;
  e.preventDefault();
  opens.focus();
}

async function takeAway<T>(name: string, columns: readonly DataColumn<T>[], rows: readonly T[]): Promise<void> {
  const { default: Papa } = await import('papaparse');
  const text = Papa.unparse(
    { fields: columns.map((c) => c.head), data: rows.map((r) => columns.map((c) => c.value(r))) },
    { escapeFormulae: true },
  );
  const url = URL.createObjectURL(new Blob([`\ufeff${text}`], { type: 'text/csv;charset=utf-8' }));
  const link = document.createElement('a');
  link.href = url;
  link.download = `${name}.csv`;
  link.click();
  URL.revokeObjectURL(url);
}
