import readXlsx from 'read-excel-file/node';
import { type Column, csvLines, type Row, xlsxReply } from './table';

const columns: Column[] = [
  { key: 'lot', head: 'Lot' },
  { key: 'at', head: 'When', is: 'instant' },
  { key: 'day', head: 'Came on', is: 'day' },
  { key: 'number', head: 'Number', is: 'number' },
];
const at = Date.parse('2031-04-13T22:30:00Z');
const rows: Row[] = [
  { lot: 'Łosoś 1', at, day: at, number: -2.5 },
  { lot: '=1+1', at: null, day: null, number: null },
];
async function* pages() {
  yield rows;
}

test('a sheet has real dates by the hatchery’s clock, real numbers, and empty cells where nothing is known', async () => {
  const reply = await xlsxReply('ledger', 'ledger', columns, pages(), 'Europe/Vienna');
  const read = (await readXlsx(Buffer.from(await reply.arrayBuffer()))) as unknown;
  const sheet = (
    Array.isArray(read) && !Array.isArray(read[0]) ? (read[0] as { data: unknown }).data : read
  ) as unknown[][];
  expect(sheet[0]).toEqual(['Lot', 'When', 'Came on', 'Number']);
  const [lot, when, day, number] = sheet[1]!;
  expect([lot, number]).toEqual(['Łosoś 1', -2.5]);
  // A sheet keeps an instant as a fraction of days.
  expect(Math.abs((when as Date).getTime() - Date.parse('2031-04-14T00:30:00Z'))).toBeLessThan(500);
  expect((day as Date).toISOString().slice(0, 10)).toBe('2031-04-14');
  // A formula of somebody's stays the text that it was: the cell is text.
  expect(sheet[2]).toEqual(['=1+1', null, null, null]);
});

test('the same as CSV: dates by the hatchery’s clock, a formula disarmed, a number below none left alone', async () => {
  let text = '';
  for await (const line of csvLines(columns, pages(), 'Europe/Vienna')) text += line;
  expect(text.replace('\ufeff', '').split('\r\n')).toEqual([
    'Lot,When,Came on,Number',
    'Łosoś 1,2031-04-14 00:30,2031-04-14,-2.5',
    '"\'=1+1",,,',
    '',
  ]);
});
