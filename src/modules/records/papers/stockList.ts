import { clock, isoDay } from '@/core/time/localDay';
import { doubt, foot, open, table } from '@/server/papers/paper';
import type { StockList } from '../views/stockList';

/** The stock list on paper, with totals by group. */
export async function stockListPdf(list: StockList, site: string, timeZone: string): Promise<Uint8Array<ArrayBuffer>> {
  const { doc, bytes } = open('Stock list');
  doc.font('bold').fontSize(16).text(`${site}: stock list`);
  doc
    .font('plain')
    .fontSize(11)
    .text(
      `as of ${isoDay(list.asOf, timeZone)} ${clock(list.asOf, timeZone)}${list.knownAt === null ? '' : `, as known at the end of ${isoDay(list.knownAt, timeZone)}`}: ${doubt(list.number, list.sd)} animals`,
    );
  const [size, lineHeight] = list.rows.length > 42 ? [7.5, 11] : [8.5, 14];
  doc.moveDown(0.6).fontSize(size);
  // Many groups stand in two columns, the second going on where the first ends.
  const half = list.totals.length > 12 ? Math.ceil(list.totals.length / 2) : list.totals.length;
  const pair = [
    { title: 'group', width: 130 },
    { title: 'number', width: 95, right: true },
  ];
  const cells = (t: StockList['totals'][number] | undefined) => (t ? [t.by, doubt(t.number, t.sd)] : ['', '']);
  table(
    doc,
    half < list.totals.length ? [...pair, { title: '', width: 30 }, ...pair] : pair,
    list.totals
      .slice(0, half)
      .map((t, i) => (half < list.totals.length ? [...cells(t), '', ...cells(list.totals[half + i])] : cells(t))),
    lineHeight,
  );
  doc.moveDown(0.8).fontSize(size);
  table(
    doc,
    [
      { title: 'species', width: 90 },
      { title: 'lot', width: 90 },
      { title: 'unit', width: 50 },
      { title: 'room', width: 90 },
      { title: 'stage', width: 90 },
      { title: 'number', width: 95, right: true },
    ],
    list.rows.map((r) => [r.species, r.lot, r.unit, r.room, r.stage, doubt(r.number, r.sd)]),
    lineHeight,
  );
  foot(doc, `${site}, stock list`);
  doc.end();
  return bytes;
}
