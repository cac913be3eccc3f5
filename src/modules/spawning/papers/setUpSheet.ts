import { injection } from '@/core/doses/doses';
import { figures, grouped, percent } from '@/core/quantities/format';
import { massOfAll } from '@/core/quantities/mass';
import { readerUnit } from '@/core/quantities/reader';
import { protocolKindWords } from '@/core/spawning/protocol';
import { valueNamed } from '@/core/species/species';
import { clock, dayMonth } from '@/core/time/localDay';
import { doubt, foot, open, table } from '@/server/papers/paper';
import type { DayFemale, DayView } from '../views/day';

/** Lines of females that fit on the one page beside the rest. */
const MOST = 24;

/** A dose in the middle of Reference's range, as a guide: what is injected is computed on the day from the vial in hand. */
function guide(v: DayView, f: DayFemale, part: number): string {
  const t = v.book.inductions.find((i) => i.id === (f.treatment?.id ?? v.plan.induction));
  if (!t || !f.fish.massG || t.parts[part] === undefined) return '';
  const middle = (t.dosePerKg.low + t.dosePerKg.high) / 2;
  const o = injection.compute(
    injection.input.parse({
      massKg: f.fish.massG / 1000,
      dosePerKg: middle,
      doseUnit: t.unit,
      ...(t.unit === 'mL' ? {} : { concentrationPerMl: 1 }),
      parts: t.parts,
    }),
  );
  return `${figures(o.parts[part]!.amount, 3)} ${t.unit === 'ug' ? 'µg' : t.unit}`;
}

const amountOf = (b: DayView['baths'][number]): string =>
  b.stockL != null
    ? `${figures(b.stockL * 1000, 3)} mL of stock`
    : b.productMl != null
      ? `${figures(b.productMl, 3)} mL of product`
      : `${figures(b.productG ?? 0, 3)} g of product`;

function eggsPerKg(v: DayView): string {
  const per = valueNamed(v.book, 'eggs per kg');
  return per ? `${grouped(per.value)}${per.spread ? ` ±${grouped(per.spread)}` : ''}` : '____';
}

/** The set-up sheet of a spawning day: one page with parents, doses, times, crosses, units, and the steps to stamp. */
export async function setUpSheetPdf(
  v: DayView,
  o: { site: string; timeZone: string; now: number; us: boolean; units: ReadonlyMap<number, string> },
): Promise<Uint8Array<ArrayBuffer>> {
  const { doc, bytes } = open(v.name, true);
  const tz = o.timeZone;
  const tag = new Map([...v.females, ...v.males].map((f) => [f.fish.id, f.fish.tag] as const));
  doc.font('bold').fontSize(17).text(v.name);
  doc.font('plain').fontSize(10.5);
  if (v.plan.stripAt) doc.text(`To be stripped ${dayMonth(v.plan.stripAt, tz)} ${clock(v.plan.stripAt, tz)}.`);
  const t = v.book.inductions.find((i) => i.id === v.plan.induction);
  const wanted = [
    v.plan.eggsWanted > 0 && `${grouped(v.plan.eggsWanted)} eggs wanted`,
    v.expected !== null && `about ${grouped(Number(v.expected.toPrecision(2)))} to come`,
    v.expected !== null && v.odds !== null && `enough in ${percent(v.odds)} of years`,
    v.plan.units.length > 0 && `eggs go to ${v.plan.units.map((u) => o.units.get(u) ?? '?').join(' ')}`,
  ].filter(Boolean);
  if (wanted.length > 0) doc.text(`${wanted.join('; ')}.`);
  if (t)
    doc.text(
      `${t.name}: ${t.dosePerKg.low} to ${t.dosePerKg.high} ${t.unit === 'ug' ? 'µg' : t.unit}/kg, ${t.parts.map((p) => percent(p)).join(' then ')}${t.parts.length > 1 ? `, ${t.intervalHours} h apart` : ''}. Amounts below are for the middle of that range; volume by the vial in hand, checked by a second person.`,
    );
  doc.moveDown(0.5);
  const parts = t?.parts.length ?? 0;
  const columns = [
    { title: 'female', width: 66 },
    { title: readerUnit('mass', Boolean(o.us)), width: 40, right: true },
    { title: 'eggs expected', width: 70, right: true },
    ...Array.from({ length: parts }, (_, i) => ({ title: `part ${i + 1}`, width: 92 })),
    { title: 'look first, runs about', width: 108 },
    { title: 'with', width: parts > 0 ? 120 : 200 },
    { title: 'looks', width: 94 },
    { title: 'eggs g', width: 56 },
    { title: 'bowl', width: 34 },
  ];
  doc.fontSize(10);
  table(
    doc,
    columns,
    v.females.slice(0, MOST).map((f) => {
      const c = f.clock;
      const given = (i: number) => f.given.find((g) => g.part === i + 1);
      return [
        f.fish.tag,
        f.fish.massG === null ? '' : (massOfAll(f.fish.massG, o.us, 2).split(' ')[0] ?? ''),
        f.fish.eggs ? grouped(Number(f.fish.eggs.expected.toPrecision(2))) : '',
        ...Array.from({ length: parts }, (_, i) => {
          const g = given(i);
          return g ? `${clock(g.at, tz)}  ${figures(g.volumeMl, 3)} mL` : `____  ${guide(v, f, i)}`;
        }),
        c === null ? '' : c.noForecast ? 'no forecast: begin now' : `${clock(c.firstCheck, tz)}, ${clock(c.at!, tz)}`,
        f.planned.map((m) => tag.get(m) ?? '?').join(', '),
        f.checks
          .slice(-4)
          .map((x) => clock(x.at, tz))
          .join(' '),
        f.strips.length > 0
          ? `${Math.round(f.strips.reduce((s, x) => s + x.massG, 0))}${f.strips.some((s) => s.apart) ? ' apart' : ''}`
          : '',
        v.bowls
          .filter((b) => b.females.some((x) => x.fish === f.fish.id))
          .map((b) => b.bowl)
          .join(' '),
      ];
    }),
    19,
  );
  if (v.females.length > MOST) doc.text(`and ${v.females.length - MOST} more females: see the screen`);
  doc.moveDown(0.6);
  doc.font('bold').text('Milt of  ', { continued: true }).font('plain');
  doc.text(
    v.males
      .map(
        (m) =>
          `${m.fish.tag}${m.milts.at(-1)?.apart ? ' (held apart)' : ''}  ${m.milts.at(-1)?.volumeMl ? `${figures(m.milts.at(-1)!.volumeMl!, 3)} mL` : '______'}`,
      )
      .join('    ') || 'no male yet',
  );
  const said = [
    v.bowls
      .flatMap((b) => (b.take ? [`bowl ${b.bowl}: ${doubt(b.take.eggs, b.take.sd)} eggs, ${b.take.lot}`] : []))
      .join('; '),
    v.baths
      .map(
        (b) =>
          `bath ${b.nth}, ${clock(b.at, tz)}: ${figures(b.volumeL, 3)} L at ${figures(b.targetMgPerL, 3)} mg/L, ${amountOf(b)}, lot ${b.productLot}, bowls ${b.batches.map((x) => x.bowl).join(' ') || '____'}`,
      )
      .join('; '),
  ].filter(Boolean);
  for (const line of said) doc.text(`${line[0]!.toUpperCase()}${line.slice(1)}.`);
  doc
    .fontSize(8.5)
    .text(
      `Workings: eggs expected = mass × ${eggsPerKg(v)} eggs per kg (Book)${t ? '; volume = mass × dose × share of the part / strength of the vial; “runs about” by the hours of Reference at the water as measured' : ''}.`,
    )
    .fontSize(10);
  doc.moveDown(0.6);
  const bowls = v.bowls.map((b) => b.bowl).slice(0, 4);
  while (bowls.length < 4) bowls.push('');
  for (const id of v.plan.protocols) {
    const p = v.protocols.find((x) => x.id === id);
    if (!p) continue;
    const rows = p.steps.map((s, k) => [
      `${k + 1}  ${s.says}`,
      s.toMinutes === undefined
        ? s.fromMinutes === undefined
          ? ''
          : `after ${s.fromMinutes} min`
        : `${s.fromMinutes ?? 0} to ${s.toMinutes} min`,
      ...bowls.map((b) => {
        const stamp = v.bowls.find((x) => x.bowl === b)?.stamps[id]?.find((x) => x.step === s.id);
        return stamp ? (stamp.skipped ? 'left out' : clock(stamp.at, tz)) : '';
      }),
    ]);
    // One page: what does not fit on it stands on the screen.
    if (doc.y + 22 + 15 * rows.length > doc.page.height - doc.page.margins.bottom - 14) {
      doc.text(`${protocolKindWords[p.kind]}, ${p.name}: on the screen`);
      continue;
    }
    table(
      doc,
      [
        { title: `${protocolKindWords[p.kind]}: ${p.name}`, width: 420 },
        { title: '', width: 90 },
        ...bowls.map((b) => ({ title: b ? `bowl ${b}` : 'bowl __', width: 62 })),
      ],
      rows,
      14.5,
    );
    doc.moveDown(0.4);
  }
  foot(
    doc,

    `${o.site}, set-up sheet made ${dayMonth(o.now, tz)} ${clock(o.now, tz)}; by the books and clocks of that minute`,
  );
  doc.end();
  return bytes;
}
