import { grouped } from '@/core/quantities/format';
import { massOfAll } from '@/core/quantities/mass';
import { clock, isoDay } from '@/core/time/localDay';
import { foot, open, signLines, table } from '@/server/papers/paper';
import type { SurplusLine } from '../views/surplus';

/**
 * What goes to whoever receives surplus adults as food: how many, what they weigh, how they were killed, and when.
 * @param us masses in pounds
 */
export async function surplusPdf(
  lines: readonly SurplusLine[],
  of: { site: string; species: string; day: number; timeZone: string; us: boolean },
): Promise<Uint8Array<ArrayBuffer>> {
  const day = isoDay(of.day, of.timeZone);
  const { doc, bytes } = open(`Surplus fish ${day}`);
  const number = lines.reduce((s, l) => s + l.number, 0);
  const weighed = lines.filter((l) => l.massG !== null);
  const massG = weighed.reduce((s, l) => s + l.massG!, 0);
  const count = weighed.reduce((s, l) => s + l.number, 0);
  doc.font('bold').fontSize(18).text('Surplus fish, handed over as food');
  doc.font('plain').fontSize(11).text(`${of.site}, ${day}`);
  doc.moveDown(1).font('bold').fontSize(26).text(grouped(number));
  doc
    .font('plain')
    .fontSize(11)
    .text(
      `${of.species}${massG > 0 ? `, ${massOfAll(massG, of.us, 2)}${count < number ? ` (${grouped(count)} of them weighed)` : ''}` : ', not weighed'}`,
    );
  doc.moveDown(0.8).fontSize(9.5);
  table(
    doc,
    [
      { title: 'time', width: 50 },
      { title: 'fish or run', width: 110 },
      { title: 'sex', width: 60 },
      { title: 'number', width: 55, right: true },
      { title: 'mass', width: 75, right: true },
      { title: 'killed by', width: 120 },
      { title: 'by', width: 80 },
    ],
    lines.map((l) => [
      clock(l.at, of.timeZone),
      l.of,
      l.sex === 'unknown' ? 'not sexed' : l.sex,
      grouped(l.number),
      l.massG === null ? '' : massOfAll(l.massG, of.us, 2),
      l.method,
      l.by,
    ]),
  );
  doc
    .moveDown(0.8)
    .text(
      'Fish of which a treatment is on record are barred from food here until their withdrawal, by label and local law, is over. Of runs that came in from the wild nothing but what stands above is known. Keep them on ice; gut and freeze or cook by the rules for food where you are.',
    );
  signLines(doc, ['Handed over by', 'Received by']);
  foot(doc, `${of.site}, surplus fish ${day}`);
  doc.end();
  return bytes;
}
