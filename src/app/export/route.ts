import ExcelJS from 'exceljs';
import Papa from 'papaparse';
import { isoDay } from '@/core/time/localDay';
import { stockList } from '@/queries/stockList';
import { ledger } from '@/queries/unitSheet';
import { db, now } from '../_server/database';
import { requirePerson } from '../_server/session';
import { stockQuery } from '../_server/stockQuery';

type Rows = Record<string, string | number>[];

/** The stock list or the ledger as CSV or XLSX: `/export?what=stock&as=csv&day=2031-04-13`. */
export async function GET(request: Request): Promise<Response> {
  const person = await requirePerson();
  const params = new URL(request.url).searchParams;
  const what = params.get('what') === 'ledger' ? 'ledger' : 'stock';
  const rows = what === 'stock' ? await stockRows(person, params) : await ledgerRows(person, params);
  const name = `${what}-${isoDay(now(), person.timeZone)}`;
  if (params.get('as') === 'xlsx') {
    const book = new ExcelJS.Workbook();
    const sheet = book.addWorksheet(what);
    const keys = Object.keys(rows[0] ?? { empty: '' });
    sheet.columns = keys.map((key) => ({ header: key, key, width: Math.max(12, key.length + 2) }));
    sheet.getRow(1).font = { bold: true };
    sheet.addRows(rows);
    const bytes = new Uint8Array((await book.xlsx.writeBuffer()) as ArrayBuffer);
    return new Response(bytes, {
      headers: {
        'content-type': 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
        'content-disposition': `attachment; filename="${name}.xlsx"`,
      },
    });
  }
  // A formula in somebody's note must stay text in the reader's spreadsheet.
  return new Response(`\ufeff${Papa.unparse(rows, { escapeFormulae: true })}`, {
    headers: { 'content-type': 'text/csv; charset=utf-8', 'content-disposition': `attachment; filename="${name}.csv"` },
  });
}

async function stockRows(person: { siteId: number; timeZone: string }, params: URLSearchParams): Promise<Rows> {
  const q = stockQuery(params, now(), person.timeZone);
  const list = await stockList(db(), person.siteId, q.asOf, q.by, q.knownAt);
  return list.rows.map((r) => ({
    species: r.species,
    lot: r.lot,
    unit: r.unit,
    room: r.room,
    stage: r.stage,
    number: r.number,
    plusMinus95: Math.round(1.96 * r.sd),
    asOf: new Date(list.asOf).toISOString(),
    knownAt: list.knownAt === null ? '' : new Date(list.knownAt).toISOString(),
  }));
}

async function ledgerRows(person: { siteId: number }, params: URLSearchParams): Promise<Rows> {
  const entries = await ledger(db(), person.siteId, {
    search: params.get('search') ?? undefined,
    kinds: params.get('kind') ? [params.get('kind')!] : undefined,
    limit: 200_000,
  });
  return entries.map((e) => ({
    id: e.id,
    at: new Date(e.at).toISOString(),
    precision: e.precision,
    kind: e.kind,
    says: e.says,
    measuredBy: e.measuredBy,
    typedBy: e.by,
    note: e.note,
    voided: e.voided ? 'yes' : '',
  }));
}
