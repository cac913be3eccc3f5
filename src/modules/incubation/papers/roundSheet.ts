import type { RoutineTask } from '@/core/planning/routine';
import { clock, isoDay } from '@/core/time/localDay';
import { doubt, foot, keepTogether, open, table } from '@/server/papers/paper';
import type { LivingHolding } from '@/server/stock/livingStock';

/** The round on paper, in walking order, with room to write; for when the tablets are flat. */
export async function roundSheetPdf(
  holdings: readonly LivingHolding[],
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
