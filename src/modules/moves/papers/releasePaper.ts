import { decimals, figures, grouped, percent } from '@/core/quantities/format';
import { massEach, massOfAll } from '@/core/quantities/mass';
import { forReader, massOfOne, readerUnit } from '@/core/quantities/reader';
import { clock, dayMonth, isoDay } from '@/core/time/localDay';
import { doubt, foot, keepTogether, open, signLines, table } from '@/server/papers/paper';
import type { ReleasePaper } from '../views/releases';

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
      .text('Superseded: an entry behind this paper was corrected after it was issued.')
      .fillColor('black')
      .font('plain');
  doc.moveDown(1);
  doc.font('bold').fontSize(26).text(doubt(said.number, said.sd));
  doc.font('plain').fontSize(11).text(`${p.entry.species}, lot ${p.entry.lot}, released to ${p.entry.site}`);
  doc.text(
    `${isoDay(p.entry.at, timeZone)} ${clock(p.entry.at, timeZone)}, from ${p.entry.unit}, measured by ${p.measuredBy}`,
  );
  doc.text(`Mean ${said.meanG === null ? 'not known' : massOfOne(said.meanG, us)}; ±: half of the 95 % interval.`);
  doc.text(
    `${p.water ? `Water: ${p.water}. ` : ''}${p.permit ? `Permit: ${p.permit}` : 'Permit: none on file for this site'}`,
  );
  if (p.entry.mark)
    doc.text(`Marked: ${p.entry.mark}${p.entry.markedShare < 1 ? `, ${percent(p.entry.markedShare)} of them` : ''}`);
  if (p.waterCelsius !== null)
    doc.text(
      `Receiving water ${decimals(forReader(p.waterCelsius, 'temperature', us), 1)} ${readerUnit('temperature', us)}`,
    );
  doc.moveDown(1).font('bold').text('How it was measured').font('plain').fontSize(9.5).moveDown(0.3);
  table(
    doc,
    [
      { title: 'sample batch', width: 90 },
      { title: `mass, ${readerUnit('mass', us, true)}`, width: 90, right: true },
      { title: 'count', width: 80, right: true },
      { title: 'each', width: 80, right: true },
    ],
    p.batches.map((b, i) => [
      String(i + 1),
      figures(forReader(b.massG, 'mass', us, true), 5),
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
  if (p.spread.length > 0) {
    keepTogether(doc, 60);
    doc.moveDown(1).font('bold').fontSize(11).text('Spread over').font('plain').fontSize(9.5).moveDown(0.3);
    table(
      doc,
      [
        { title: 'place', width: 200 },
        { title: 'buckets', width: 70, right: true },
        { title: 'carried by', width: 220 },
      ],
      p.spread.map((s) => [s.point, String(s.buckets), s.by]),
    );
  }
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
