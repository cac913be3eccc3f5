import { isoDay } from '@/core/time/localDay';
import { foot, keepTogether, open, table } from '@/server/papers/paper';
import type { Bag, FeedRow } from '../screens/day/feedRow';
import { feedMassOf } from '../screens/feedWords';

/** The cups of the day on paper: bag by bag in the order of the walk, with room to tick and to write what was left. */
export async function cupsPdf(
  bags: readonly Bag[],
  rows: readonly FeedRow[],
  site: string,
  now: number,
  timeZone: string,
  us: boolean,
): Promise<Uint8Array<ArrayBuffer>> {
  const { doc, bytes } = open('Weighing out');
  doc
    .font('bold')
    .fontSize(15)
    .text(`${site}: weighing out, ${isoDay(now, timeZone)}`);
  for (const b of bags) {
    doc.moveDown(0.6).font('bold').fontSize(11);
    keepTogether(doc, 16 + 2 * 16);
    doc.text(`${b.feed}: ${feedMassOf(b.sumG, us)}`).fontSize(9);
    table(
      doc,
      [
        { title: 'ready', width: 40 },
        { title: 'unit', width: 54 },
        { title: 'lot', width: 100 },
        { title: 'meals', width: 44, right: true },
        { title: 'each', width: 70, right: true },
        { title: 'in all', width: 70, right: true },
        { title: 'left over', width: 133 },
      ],
      b.cups.map((c) => [
        '[   ]',
        c.unit,
        c.lot,
        String(c.meals),
        feedMassOf(c.eachG, us),
        feedMassOf(c.sumG, us),
        '________________',
      ]),
      16,
    );
  }
  const waiting = rows.filter((r) => r.waits !== null);
  if (waiting.length > 0)
    doc
      .moveDown(0.6)
      .font('plain')
      .fontSize(9)
      .text(`Wait: ${waiting.map((r) => `${r.unit}: ${r.waits}`).join('; ')}.`);
  foot(doc, 'Weigh, do not guess: a cup that is a third too full is a third of the water’s oxygen.');
  doc.end();
  return bytes;
}
