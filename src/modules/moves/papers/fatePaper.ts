import { fateTotals, fateWords } from '@/core/books/fates';
import { decimals, grouped } from '@/core/quantities/format';
import { massOfAll } from '@/core/quantities/mass';
import { clock, isoDay } from '@/core/time/localDay';
import { foot, keepTogether, open, signLines, table } from '@/server/papers/paper';
import type { FateRecord } from '../views/fates';

/**
 * What became of the animals of one entry, for who receives them and for the file: how many, what they weighed, to whom,
 * for how much, how those were killed that were.
 * @returns the bytes of a PDF
 */
export async function fatePaperPdf(
  r: FateRecord,
  of: { site: string; timeZone: string; us: boolean },
): Promise<Uint8Array<ArrayBuffer>> {
  const { doc, bytes } = open(`${r.lot}, what became of them`);
  doc.font('bold').fontSize(18).text(`${r.speciesName}, lot ${r.lot}`);
  doc.font('plain').fontSize(11).text(of.site);
  if (r.taken)
    doc
      .moveDown(0.4)
      .font('bold')
      .fillColor('#a3222a')
      .text('Taken back: this entry does not hold.')
      .fillColor('black')
      .font('plain');
  doc
    .moveDown(0.4)
    .text(`${isoDay(r.at, of.timeZone)} ${clock(r.at, of.timeZone)}, from ${r.unit}, counted by ${r.measuredBy}`);
  doc.moveDown(0.8);
  if (r.lines.length === 0) doc.text('None left the hatchery by it.');
  else
    table(
      doc,
      [
        { title: 'what became of them', width: 120 },
        { title: 'number', width: 60, right: true },
        { title: 'mass', width: 70, right: true },
        { title: 'to whom, or how', width: 140 },
        { title: 'each', width: 50, right: true },
        { title: 'together', width: 70, right: true },
      ],
      r.lines.map((l) => [
        fateWords[l.fate],
        grouped(l.number),
        l.massG === null ? '' : massOfAll(l.massG, of.us, 3),
        l.receiver || l.method,
        l.priceEach === null ? '' : decimals(l.priceEach, 2),
        l.priceEach === null ? '' : decimals(l.priceEach * l.number, 2),
      ]),
    );
  const totals = fateTotals(r.lines);
  const price = totals.reduce((s, t) => s + (t.price ?? 0), 0);
  if (price > 0)
    doc
      .moveDown(0.6)
      .font('bold')
      .text(`Together ${decimals(price, 2)}`)
      .font('plain');
  if (r.stays) {
    keepTogether(doc, 60);
    doc
      .moveDown(0.9)
      .font('plain')
      .fontSize(9.5)
      .text(
        `Of the same selection ${grouped(r.stays.keep)} were kept, ${grouped(r.stays.second)} went to the second pond${r.stays.undecided > 0 ? `, ${grouped(r.stays.undecided)} are not decided` : ''}.`,
      );
  }
  if (r.lines.some((l) => l.fate === 'culled'))
    doc
      .moveDown(0.6)
      .fontSize(9.5)
      .text('Killed by trained people, by the method named, as local rules allow; each was checked to be dead.');
  signLines(doc, ['Handed over by', 'Received by, when']);
  foot(doc, `${of.site}, lot ${r.lot}`);
  doc.end();
  return bytes;
}
