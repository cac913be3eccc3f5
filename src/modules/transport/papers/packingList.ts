import { decimals, degrees, grouped } from '@/core/quantities/format';
import { massOfAll } from '@/core/quantities/mass';
import { clock, dayMonth, isoDay } from '@/core/time/localDay';
import { haulCheckIds, haulChecks } from '@/core/transport/haul';
import { foot, keepTogether, open, signLines, table } from '@/server/papers/paper';
import type { HaulView } from '../views/hauls';

/** A row in which a hand can write, points. */
const HAND_LINE = 20;
/** What a signature on the screen needs, points. */
const SIGNED_HIGH = 100;

/** The packing list of a haul: what goes into which tank, to where, what is looked at, and lines for readings on the way. */
export async function packingListPdf(
  h: HaulView,
  siteName: string,
  timeZone: string,
  us: boolean,
): Promise<Uint8Array<ArrayBuffer>> {
  const { doc, bytes } = open(`Haul ${h.id}`);
  doc
    .font('bold')
    .fontSize(18)
    .text(`${h.truck}, ${dayMonth(h.leaveAt, timeZone)} ${isoDay(h.leaveAt, timeZone).slice(0, 4)}`);
  doc.font('plain').fontSize(11).text(siteName);
  doc.text(
    `Leaves ${clock(h.leaveAt, timeZone)}, ${decimals(h.hours, 1)} h under way, water ${degrees(h.celsius, us)}`,
  );
  doc.moveDown(0.8).font('bold').text('Who goes along').font('plain').fontSize(9.5).moveDown(0.3);
  table(
    doc,
    [
      { title: 'tank', width: 80 },
      { title: 'from', width: 60 },
      { title: 'lot', width: 110 },
      { title: 'number', width: 70, right: true },
      { title: 'mass', width: 70, right: true },
      { title: 'to', width: 120 },
    ],
    h.loads.map((l) => [
      l.tank,
      l.unitName,
      l.lot,
      grouped(l.number),
      l.meanG === null ? '' : massOfAll(l.number * l.meanG, us, 1),
      l.siteName || 'elsewhere',
    ]),
  );
  doc.moveDown(0.8).font('bold').fontSize(11).text('In what they travel').font('plain').fontSize(9.5).moveDown(0.3);
  table(
    doc,
    [
      { title: 'carrier', width: 110 },
      { title: 'in each', width: 60, right: true },
      { title: 'holds', width: 70, right: true },
      { title: 'bears', width: 70, right: true },
      { title: 'by', width: 90 },
      { title: 'oxygen, L', width: 60, right: true },
      { title: 'ice', width: 50, right: true },
    ],
    h.full.map((t, i) => [
      `${t.name}${h.tanks[i]!.count > 1 ? `, ${grouped(h.tanks[i]!.count)}` : ''}`,
      t.each === null ? '' : grouped(t.each),
      t.massKg === null ? grouped(t.number) : massOfAll(1000 * t.massKg, us, 1),
      t.mostKg === null ? (t.mostNumber === null ? '' : grouped(t.mostNumber)) : massOfAll(1000 * t.mostKg, us, 1),
      t.limitWord,
      t.oxygenL === null ? '' : grouped(10 * Math.ceil(t.oxygenL / 10)),
      t.iceKg === null ? '' : massOfAll(1000 * t.iceKg, us, 1),
    ]),
  );
  if (h.bottles !== null) doc.text(`Oxygen: ${h.bottles} ${h.bottles === 1 ? 'bottle' : 'bottles'}, and one to spare.`);
  doc.moveDown(0.8).font('bold').fontSize(11).text('Before it leaves').font('plain').fontSize(10).moveDown(0.2);
  for (const k of haulCheckIds) doc.text(`${h.ticked.includes(k) ? '[x]' : '[  ]'} ${haulChecks[k]}`);
  doc.moveDown(0.8).font('bold').fontSize(11).text('Read on the way').font('plain').fontSize(9.5).moveDown(0.3);
  table(
    doc,
    [
      { title: 'time', width: 90 },
      { title: 'tank', width: 100 },
      { title: 'oxygen, mg/L', width: 110 },
      { title: 'water', width: 110 },
    ],
    [
      ...h.notes
        .filter((n) => n.what === 'read')
        .map((n) => [
          clock(n.at, timeZone),
          n.tank,
          n.oxygen === null ? '' : decimals(n.oxygen, 1),
          n.celsius === null ? '' : degrees(n.celsius, us),
        ]),
      ...Array.from({ length: 5 }, () => ['', '', '', '']),
    ],
    HAND_LINE,
  );
  const taken = h.notes.findLast((n) => n.what === 'delivered');
  if (taken?.signature) {
    keepTogether(doc, SIGNED_HIGH);
    doc.moveDown(1).text(`Received by ${taken.said}, ${clock(taken.at, timeZone)}`);
    const { x, y } = doc;
    doc.save().translate(x, y).scale(0.5).path(taken.signature).lineWidth(2).stroke().restore();
    doc.y = y + SIGNED_HIGH / 2;
    signLines(doc, ['Driver']);
  } else signLines(doc, ['Driver', 'Received by']);
  foot(doc, `${siteName}, haul ${h.id}`);
  doc.end();
  return bytes;
}
