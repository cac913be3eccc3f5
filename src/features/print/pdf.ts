import type { RoutineTask } from '@/core/planning/routine';
import { decimals, figures, grouped, percent } from '@/core/quantities/format';
import { massEach, massOfAll } from '@/core/quantities/mass';
import { fromBase } from '@/core/quantities/measure';
import { clock, dayMonth, isoDay } from '@/core/time/localDay';
import type { ReleasePaper } from '@/queries/releases';
import type { RoundHolding } from '@/queries/round';
import type { StockList } from '@/queries/stockList';
import { doubt, foot, keepTogether, open, signLines, table } from './paper';

/**
 * The release paper: number, interval, mean size, origin, and how it was measured.
 * @param us in US customary units, as its reader has them
 */
export async function releasePaperPdf(p: ReleasePaper, timeZone: string, us = false): Promise<Uint8Array<ArrayBuffer>> {
  const { doc, bytes } = open(`Release ${p.number}`);
  const said = p.said as { number: number; sd: number; meanG: number | null };
  doc.font('bold').fontSize(18).text(`Release ${p.number}`);
  doc.font('plain').fontSize(11).text(p.siteName);
  if (p.superseded)
    doc
      .moveDown(0.4)
      .font('bold')
      .fillColor('#a3222a')
      .text('Superseded: an entry behind this paper was put right after it was issued.')
      .fillColor('black')
      .font('plain');
  doc.moveDown(1);
  doc.font('bold').fontSize(26).text(doubt(said.number, said.sd));
  doc.font('plain').fontSize(11).text(`${p.entry.species}, lot ${p.entry.lot}, released to ${p.entry.site}`);
  doc.text(
    `${isoDay(p.entry.at, timeZone)} ${clock(p.entry.at, timeZone)}, from ${p.entry.unit}, measured by ${p.measuredBy}`,
  );
  doc.text(
    `Mean ${said.meanG === null ? 'not known' : massEach(said.meanG, us)}${us ? '' : ' each'}; ±: half of the 95 % interval.`,
  );
  doc.text(
    `${p.water ? `Water: ${p.water}. ` : ''}${p.permit ? `Permit: ${p.permit}` : 'Permit: none on file for this site'}`,
  );
  if (p.waterCelsius !== null)
    doc.text(
      `Receiving water ${decimals(fromBase(p.waterCelsius, 'temperature', us ? 'F' : 'C'), 1)} °${us ? 'F' : 'C'}`,
    );
  doc.moveDown(1).font('bold').text('How it was measured').font('plain').fontSize(9.5).moveDown(0.3);
  table(
    doc,
    [
      { title: 'sample batch', width: 90 },
      { title: us ? 'mass, oz' : 'mass, g', width: 90, right: true },
      { title: 'count', width: 80, right: true },
      { title: 'each', width: 80, right: true },
    ],
    p.batches.map((b, i) => [
      String(i + 1),
      figures(fromBase(b.massG, 'mass', us ? 'oz' : 'g'), 5),
      String(b.count),
      massEach(b.massG / b.count, us),
    ]),
  );
  doc.moveDown(0.6).text(
    `${p.bucketsG.length} ${p.bucketsG.length === 1 ? 'bucket' : 'buckets'}, together ${massOfAll(
      p.bucketsG.reduce((s, b) => s + b, 0),
      us,
      2,
    )}. Number = total mass / (sum of sample mass / sum of sample count); ratio estimator, Student’s t.`,
  );
  keepTogether(doc, 60);
  doc.moveDown(1).font('bold').fontSize(11).text('Origin').font('plain').fontSize(9.5).moveDown(0.3);
  table(
    doc,
    [
      { title: 'female', width: 170 },
      { title: 'males', width: 200 },
      { title: 'share', width: 60, right: true },
      { title: 'of these', width: 70, right: true },
    ],
    p.families.map((f) => [f.female, f.males, percent(f.share), grouped(f.share * said.number)]),
  );
  doc
    .moveDown(0.4)
    .fillColor('#555')
    .text('Shares assume equal survival of all families since the lot was made.')
    .fillColor('black');
  const issued = `${dayMonth(p.issuedAt, timeZone)} ${isoDay(p.issuedAt, timeZone).slice(0, 4)}`;
  signLines(doc, [`Issued by ${p.issuedBy}, ${issued}`, 'Received by']);
  foot(doc, `${p.siteName}, release ${p.number}`);
  doc.end();
  return bytes;
}

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

/** The round on paper, in walking order, with room to write; for when the tablets are flat. */
export async function roundSheetPdf(
  holdings: readonly RoundHolding[],
  routine: readonly RoutineTask[],
  site: string,
  now: number,
  timeZone: string,
): Promise<Uint8Array<ArrayBuffer>> {
  const { doc, bytes } = open('Round sheet');
  doc
    .font('bold')
    .fontSize(15)
    .text(`${site}: round of ${isoDay(now, timeZone)}`);
  doc
    .font('plain')
    .fontSize(9)
    .text(`printed ${clock(now, timeZone)}; temperatures:  ________   ________   ________   ________`);
  for (const room of [...new Set(holdings.map((h) => h.room))]) {
    doc.moveDown(0.6).font('bold').fontSize(11);
    // The room's name, the head of its table and a row of it.
    keepTogether(doc, 16 + 2 * 16);
    doc.text(room).fontSize(9);
    table(
      doc,
      [
        { title: 'unit', width: 44 },
        { title: 'lot', width: 86 },
        { title: 'stage', width: 84 },
        { title: 'number', width: 84, right: true },
        { title: 'picked / dead', width: 76 },
        { title: 'due, remarks', width: 137 },
      ],
      holdings
        .filter((h) => h.room === room)
        .map((h) => [
          h.unit,
          h.lot,
          h.stageName,
          doubt(h.number, h.sd),
          '__________',
          h.due
            .filter((d) => d.urgency < 3 && (d.urgency === 1 || (d.kind !== 'pick' && d.kind !== 'dead')))
            .map((d) => d.says.split(':')[0])
            .join('; '),
        ]),
      16,
    );
    const here = holdings.find((h) => h.room === room)!.roomId;
    const open = routine.filter((t) => t.roomId === here && t.due);
    if (open.length > 0)
      doc
        .font('plain')
        .fontSize(9)
        .text(`routine:  ${open.map((t) => `[   ] ${t.name}`).join('     ')}`);
  }
  foot(doc, `${site}, round sheet`);
  doc.end();
  return bytes;
}
