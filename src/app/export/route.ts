import { PassThrough, Readable } from 'node:stream';
import ExcelJS from 'exceljs';
import Papa from 'papaparse';
import { isoDay } from '@/core/time/localDay';
import { broodView } from '@/queries/brood';
import { ledger, ledgerKinds } from '@/queries/ledger';
import { stockList } from '@/queries/stockList';
import { db, now } from '../_server/database';
import { disposition } from '../_server/disposition';
import { requirePerson } from '../_server/session';
import { stockQuery } from '../_server/stockQuery';

type Row = Record<string, string | number>;
/** What a spreadsheet takes for a formula, also in the wide letters of East Asian keyboards. */
const FORMULA = /^[=+\-@\t\r＝＋－＠].*$/s;
/** Rows of the ledger fetched at a time: a long history streams, it is never held whole. */
const PAGE = 2000;

const stockColumns = ['species', 'lot', 'unit', 'room', 'stage', 'number', 'plusMinus95', 'asOf', 'knownAt'];
const ledgerColumns = [
  'id',
  'at',
  'precision',
  'kind',
  'where',
  'says',
  'measuredBy',
  'typedBy',
  'note',
  'voided',
  'why',
];

/** Brood fish in the columns that a list of them is read in by. */
const broodColumns = [
  'tag',
  'sex',
  'strain',
  'source',
  'origin',
  'came on',
  'year class',
  'sire',
  'dam',
  'marks',
  'mass g',
  'length mm',
  'unit',
  'ripeness',
  'gone',
];

/** The stock list, the ledger or the brood fish of a species as CSV or XLSX: `/export?what=stock&as=csv&day=2031-04-13`. */
export async function GET(request: Request): Promise<Response> {
  const person = await requirePerson();
  const params = new URL(request.url).searchParams;
  const asked = params.get('what');
  const what = asked === 'ledger' || asked === 'brood' ? asked : 'stock';
  const columns = { stock: stockColumns, ledger: ledgerColumns, brood: broodColumns }[what];
  const pages = { stock: stockPages, ledger: ledgerPages, brood: broodPages }[what](person, params);
  // A list of a past day is named by that day.
  const of = what === 'stock' ? Math.min(now(), stockQuery(params, now(), person.timeZone).asOf) : now();
  const name = `${what}-${isoDay(of, person.timeZone)}`;
  return params.get('as') === 'xlsx' ? xlsx(what, name, columns, pages) : csv(name, columns, pages);
}

function csv(name: string, columns: string[], pages: AsyncIterable<Row[]>): Response {
  async function* lines() {
    // A mark of its encoding, so that spreadsheets read names right.
    yield `\ufeff${columns.join(',')}\r\n`;
    // A formula in somebody's note must stay text in the reader's spreadsheet.
    for await (const rows of pages)
      yield `${Papa.unparse(rows, { columns, header: false, escapeFormulae: FORMULA })}\r\n`;
  }
  return new Response(Readable.toWeb(Readable.from(lines())) as ReadableStream, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': disposition('attachment', `${name}.csv`),
    },
  });
}

function xlsx(what: string, name: string, columns: string[], pages: AsyncIterable<Row[]>): Response {
  const out = new PassThrough();
  const write = async () => {
    const book = new ExcelJS.stream.xlsx.WorkbookWriter({ stream: out });
    const sheet = book.addWorksheet(what);
    sheet.columns = columns.map((key) => ({ header: key, key, width: Math.max(12, key.length + 2) }));
    sheet.getRow(1).font = { bold: true };
    for await (const rows of pages) for (const row of rows) sheet.addRow(row).commit();
    sheet.commit();
    await book.commit();
  };
  write().catch((e: Error) => out.destroy(e));
  return new Response(Readable.toWeb(out) as ReadableStream, {
    headers: {
      'content-type': 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
      'content-disposition': disposition('attachment', `${name}.xlsx`),
    },
  });
}

async function* stockPages(
  person: { siteId: number; timeZone: string },
  params: URLSearchParams,
): AsyncGenerator<Row[]> {
  const q = stockQuery(params, now(), person.timeZone);
  const list = await stockList(db(), person.siteId, q.asOf, q.by, q.knownAt);
  if (list.rows.length > 0)
    yield list.rows.map((r) => ({
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

async function* broodPages(
  person: { siteId: number; timeZone: string },
  params: URLSearchParams,
): AsyncGenerator<Row[]> {
  const { fish } = await broodView(db(), person.siteId, params.get('species'), now());
  if (fish.length > 0)
    yield fish.map((f) => ({
      tag: f.tag,
      sex: f.sex,
      strain: f.strain,
      source: f.source,
      origin: f.origin,
      'came on': f.cameOn === null ? '' : isoDay(f.cameOn, person.timeZone),
      'year class': f.yearClass ?? '',
      sire: f.sire ?? '',
      dam: f.dam ?? '',
      marks: f.marks,
      'mass g': f.massG ?? '',
      'length mm': f.lengthMm ?? '',
      unit: f.unit ?? '',
      ripeness: f.ripeness?.name ?? '',
      gone: f.gone ?? '',
    }));
}

async function* ledgerPages(person: { siteId: number }, params: URLSearchParams): AsyncGenerator<Row[]> {
  const kind = params.get('kind');
  const filter = {
    search: params.get('search') || undefined,
    kinds: ledgerKinds.some((k) => k.value === kind) ? [kind!] : undefined,
    limit: PAGE,
  };
  let before: number | undefined;
  do {
    const entries = await ledger(db(), person.siteId, { ...filter, before });
    if (entries.length > 0)
      yield entries.map((e) => ({
        id: e.id,
        at: new Date(e.at).toISOString(),
        precision: e.precision,
        kind: e.kind,
        where: e.where,
        says: e.says,
        measuredBy: e.measuredBy,
        typedBy: e.by,
        note: e.note,
        voided: e.voided ? 'yes' : '',
        why: e.why,
      }));
    before = entries.length === PAGE ? entries.at(-1)!.seq : undefined;
  } while (before !== undefined);
}
