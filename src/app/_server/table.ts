import { Readable } from 'node:stream';
import Papa from 'papaparse';
import writeXlsx, { type SheetData } from 'write-excel-file/node';
import { clock, isoDay } from '@/core/time/localDay';
import { disposition } from './disposition';

/**
 * A column of a list that is taken away: what stands at its head, and what is in it. Instants are ms; a file shows them as
 * the hatchery's clock did.
 */
export type Column = { key: string; head: string; is?: 'number' | 'instant' | 'day'; width?: number };
export type Row = Record<string, string | number | null>;
type Pages = AsyncIterable<Row[]>;

/** What a spreadsheet takes for a formula, also in the wide letters of East Asian keyboards. */
const FORMULA = /^[=+\-@\t\r＝＋－＠].*$/s;
/** More rows no sheet of a spreadsheet has. */
export const MOST_SHEET_ROWS = 1_048_575;

const headers = (type: string, file: string) => ({
  'content-type': type,
  'content-disposition': disposition('attachment', file),
});

const localText = (at: number, is: Column['is'], timeZone: string) =>
  is === 'day' ? isoDay(at, timeZone) : `${isoDay(at, timeZone)} ${clock(at, timeZone)}`;

/** A list as CSV, page by page. */
export async function* csvLines(columns: readonly Column[], pages: Pages, timeZone: string): AsyncGenerator<string> {
  const cell = (c: Column, v: Row[string] | undefined) =>
    v === null || v === undefined
      ? ''
      : (c.is === 'instant' || c.is === 'day') && typeof v === 'number'
        ? localText(v, c.is, timeZone)
        : v;
  // A mark of its encoding, so that spreadsheets read names right.
  yield `\ufeff${Papa.unparse([columns.map((c) => c.head)])}\r\n`;
  // A formula in somebody's note must stay text in the reader's spreadsheet; a number below none is no formula.
  for await (const rows of pages)
    yield `${Papa.unparse(
      rows.map((r) => columns.map((c) => cell(c, r[c.key]))),
      { escapeFormulae: FORMULA },
    )}\r\n`;
}

/** Lines as they come: a long history streams, it is never held whole. */
export const csvReply = (name: string, columns: readonly Column[], pages: Pages, timeZone: string): Response =>
  new Response(Readable.toWeb(Readable.from(csvLines(columns, pages, timeZone))) as ReadableStream, {
    headers: headers('text/csv; charset=utf-8', `${name}.csv`),
  });

/** A sheet with its head kept in sight, real numbers and dates, and columns wide enough. */
export async function xlsxReply(
  name: string,
  sheet: string,
  columns: readonly Column[],
  pages: Pages,
  timeZone: string,
): Promise<Response> {
  const data: SheetData = [columns.map((c) => ({ value: c.head, type: String, fontWeight: 'bold' }))];
  for await (const rows of pages) {
    for (const r of rows) data.push(columns.map((c) => cellOf(c, r[c.key], timeZone)));
    if (data.length > MOST_SHEET_ROWS)
      return new Response(`More than ${MOST_SHEET_ROWS} rows do not go into a sheet: take the CSV.`, { status: 413 });
  }
  const bytes = await writeXlsx(data, {
    sheet,
    columns: columns.map((c) => ({ width: c.width ?? Math.max(10, c.head.length + 2) })),
    stickyRowsCount: 1,
  }).toBuffer();
  return new Response(new Uint8Array(bytes), {
    headers: headers('application/vnd.openxmlformats-officedocument.spreadsheetml.sheet', `${name}.xlsx`),
  });
}

function cellOf(c: Column, v: Row[string] | undefined, timeZone: string): SheetData[number][number] {
  if (v === null || v === undefined || v === '') return null;
  if ((c.is === 'instant' || c.is === 'day') && typeof v === 'number')
    return {
      // A sheet's dates have no zone: the wall's time, written as if it were UTC.
      value: new Date(`${isoDay(v, timeZone)}T${c.is === 'day' ? '00:00' : clock(v, timeZone)}:00Z`),
      type: Date,
      format: c.is === 'day' ? 'yyyy-mm-dd' : 'yyyy-mm-dd hh:mm',
    };
  return typeof v === 'number' ? { value: v, type: Number } : { value: v, type: String };
}
