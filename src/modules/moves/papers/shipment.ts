import { decimals, figures, grouped } from '@/core/quantities/format';
import { forReader, readerUnit } from '@/core/quantities/reader';
import { clock, isoDay } from '@/core/time/localDay';
import { doubt, foot, keepTogether, open, signLines, table, tickLine } from '@/server/papers/paper';
import type { Shipment } from '../views/shipment';

/**
 * The paper that travels with eyed eggs: how many, how old in degree-days and how long until they hatch, what was seen and
 * done, origin, and what the receiver does with them; a page or two.
 * @returns the bytes of a PDF
 */
export async function shipmentPdf(
  s: Shipment,
  of: { site: string; timeZone: string; us: boolean },
): Promise<Uint8Array<ArrayBuffer>> {
  const { doc, bytes } = open(`Eyed eggs ${s.lot}`);
  const degrees = (c: number) =>
    `${decimals(forReader(c, 'temperature', of.us), 1)} ${readerUnit('temperature', of.us)}`;
  const when = (t: number) => `${isoDay(t, of.timeZone)} ${clock(t, of.timeZone)}`;
  const head = (text: string) => {
    keepTogether(doc, 60);
    doc.moveDown(0.9).font('bold').fontSize(11).text(text).font('plain').fontSize(9.5).moveDown(0.3);
  };
  doc.font('bold').fontSize(18).text(`Eyed eggs, ${s.lot}`);
  doc.font('plain').fontSize(11).text(`${of.site} to ${s.receiver}`);
  if (s.taken)
    doc
      .moveDown(0.4)
      .font('bold')
      .fillColor('#a3222a')
      .text('Taken back: this shipment did not go out.')
      .fillColor('black');
  doc.moveDown(0.8).font('bold').fontSize(26).text(doubt(s.number, s.sd));
  doc
    .font('plain')
    .fontSize(11)
    .text(
      `${s.species} (${s.latin}), in ${s.boxes} ${s.boxes === 1 ? 'box' : 'boxes'}, about ${grouped(s.number / s.boxes)} in each`,
    );
  doc.text(`${when(s.at)}, from ${s.unit}, counted by ${s.measuredBy}`);
  head('Age and journey');
  const a = s.age;
  table(
    doc,
    [
      { title: '', width: 230 },
      { title: '', width: 280 },
    ],
    [
      ['fertilised', s.fertilisedAt === null ? 'not known' : when(s.fertilisedAt)],
      [
        'age',
        a.days === null
          ? 'not known'
          : `${Math.floor(a.days)} days${a.degreeDays === null ? ', its water was not read' : `, ${Math.round(a.degreeDays)} °C·d above 0 °C`}`,
      ],
      ...(a.toFirstHatch === null ? [] : [['first hatch expected at', `about ${Math.round(a.toFirstHatch)} °C·d`]]),
      [
        'journey',
        `${figures(s.hours, 3)} h at ${degrees(s.boxCelsius)} in the box: ${figures(a.onTheWay, 2)} °C·d${s.carrier ? `, by ${s.carrier}` : ''}`,
      ],
      ...(a.left === null
        ? []
        : [
            [
              'left on arrival until the first hatch',
              `about ${Math.round(a.left)} °C·d${s.boxCelsius > 0 ? `, ${Math.max(0, Math.round(a.left / s.boxCelsius))} days if held as cold as the box` : ''}`,
            ],
          ]),
      ...(a.iceKg === null ? [] : [['ice packed', `${figures(a.iceKg, 2)} kg`]]),
      ['permit and health paper', s.papers],
    ],
  );
  if (s.checks.length > 0) {
    head('What was seen');
    table(
      doc,
      [
        { title: 'looked for', width: 150 },
        { title: 'when', width: 110 },
        { title: 'of', width: 110 },
        { title: 'share, and its 95 % interval', width: 140 },
      ],
      s.checks
        .slice(0, 6)
        .map((c) => [
          c.name,
          when(c.at),
          `${c.successes} of ${c.trials}`,
          `${Math.round(100 * c.share)} %, ${Math.round(100 * c.low)} to ${Math.round(100 * c.high)}`,
        ]),
    );
  }
  head('Treated');
  if (s.baths.length === 0) doc.text('No bath is on record.');
  else
    table(
      doc,
      [
        { title: 'when', width: 110 },
        { title: 'product', width: 200 },
        { title: 'mg/L', width: 80, right: true },
        { title: 'minutes', width: 80, right: true },
      ],
      s.baths.map((b) => [when(b.at), b.product, figures(b.mgPerL, 3), figures(b.minutes, 3)]),
    );
  head('Origin');
  table(
    doc,
    [
      { title: 'female', width: 170 },
      { title: 'males', width: 220 },
      { title: 'share', width: 60, right: true },
    ],
    s.families.map((f) => [f.female, f.males, `${figures(100 * f.share, 2)} %`]),
  );
  head('On arrival');
  for (const line of [
    'Open in the shade; note the temperature in the box and in your water before anything is poured.',
    `Temper them${s.stepCelsius === null ? '' : `, at most ${figures(s.stepCelsius, 2)} °C at once`}; keep out ice and the melt that ran over them.`,
    'Disinfect by the label of the product and the rules that hold where you are; the packing is disinfected or burnt.',
    'Pick what is white, count by volume, and send back what you counted: both books then agree.',
    'Light off, hands off near hatch.',
  ])
    tickLine(doc, line);
  signLines(doc, ['Packed by', 'Received by, when, at what temperature']);
  foot(doc, `${of.site}, eyed eggs ${s.lot}`);
  doc.end();
  return bytes;
}
