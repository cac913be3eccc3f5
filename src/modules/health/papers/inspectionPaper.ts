import { mostAffected } from '@/core/health/drawSample';
import { decimals, grouped } from '@/core/quantities/format';
import { clock, dayMonth, isoDay } from '@/core/time/localDay';
import { foot, open, signLines, table } from '@/server/papers/paper';
import { verdicts } from '../input';
import type { Container, InspectionRow } from '../inspections';

/** The certificate of an inspection: what stood, what was drawn and taken, what was found, what it says, who signs. */
export async function inspectionPdf(
  row: InspectionRow,
  containers: readonly Container[],
  siteName: string,
  timeZone: string,
): Promise<Uint8Array<ArrayBuffer>> {
  const title = row.verdict?.certificate ? `Inspection ${row.verdict.certificate}` : `Inspection ${row.id}`;
  const { doc, bytes } = open(title);
  const day = (t: number) => `${dayMonth(t, timeZone)} ${isoDay(t, timeZone).slice(0, 4)}`;
  doc.font('bold').fontSize(18).text(title);
  doc.font('plain').fontSize(11).text(`${siteName}: ${row.plan.why}`);
  doc.moveDown(0.8);
  const looked = containers.filter((c) => c.finding).reduce((s, c) => s + c.number, 0);
  const affected = containers.reduce((s, c) => s + (c.finding?.affected ?? 0), 0);
  doc
    .font('bold')
    .fontSize(22)
    .text(row.verdict ? verdicts[row.verdict.verdict] : 'not closed');
  doc.font('plain').fontSize(11);
  doc.text(`Inspected by ${row.plan.vet}, begun ${day(row.openedAt)}`);
  if (row.verdict?.validUntil) doc.text(`Holds until ${day(row.verdict.validUntil)}`);
  if (affected > 0) doc.text(`${grouped(affected)} of ${grouped(looked)} animals were affected.`);
  else if (looked > 0)
    doc.text(
      `Nothing in ${grouped(looked)} animals: fewer than ${decimals(100 * mostAffected(looked, row.plan.sensitivityShare, row.plan.confidenceShare), 1)} % are affected, ${decimals(100 * row.plan.confidenceShare, 0)} % sure, at a test that finds ${decimals(100 * row.plan.sensitivityShare, 0)} % of them.`,
    );
  doc.moveDown(1).font('bold').text('Drawn from').font('plain').fontSize(9.5).moveDown(0.3);
  table(
    doc,
    [
      { title: 'tank', width: 90 },
      { title: 'lot', width: 130 },
      { title: 'stood', width: 90, right: true },
      { title: 'drawn', width: 70, right: true },
      { title: 'taken', width: 70, right: true },
    ],
    row.tanks.map((t) => [
      t.unitName,
      t.lotName,
      grouped(t.stood),
      grouped(t.draw),
      grouped(containers.filter((c) => c.unit === t.unit).reduce((s, c) => s + c.number, 0)),
    ]),
  );
  doc.moveDown(1).font('bold').fontSize(11).text('Found').font('plain').fontSize(9.5).moveDown(0.3);
  table(
    doc,
    [
      { title: 'container', width: 90 },
      { title: 'taken', width: 90 },
      { title: 'organs', width: 110 },
      { title: 'animals', width: 60, right: true },
      { title: 'finding', width: 150 },
    ],
    containers.map((c) => [
      c.container,
      `${dayMonth(c.at, timeZone)} ${clock(c.at, timeZone)}`,
      c.organs,
      grouped(c.number),
      c.finding ? `${c.finding.text}${c.finding.affected > 0 ? ` (${c.finding.affected})` : ''}` : 'waiting',
    ]),
  );
  const signature = row.verdict?.signature;
  if (signature)
    doc
      .moveDown(1)
      .fontSize(11)
      .text(
        `Signed by ${signature.by} by own sign-in, ${day(signature.at)} ${clock(signature.at, timeZone)}${signature.said ? `: ${signature.said}` : ''}`,
      );
  signLines(doc, [row.verdict?.signedBy ?? row.plan.vet, 'Hatchery']);
  foot(doc, `${siteName}, ${title}`);
  doc.end();
  return bytes;
}
