import type { Amount } from '@/core/books/entry';
import { plain } from '@/core/quantities/format';
import type { ParsedOf } from '@/server/act/define';
import { ActRefused } from '@/server/act/refused';
import { answered, type Context, decides } from '@/server/context';
import { shortfall } from '@/server/questions';
import { warnLoads } from '@/server/stock/asks/loads';
import { askSensitive } from '@/server/stock/asks/sensitive';
import { askTempered } from '@/server/stock/asks/temper';
import { queuePredictions } from '@/server/stock/jobs';
import { can, standing, unitById } from '@/server/stock/standing';
import { asOf, eventOf } from '@/server/when';
import { layDown } from './act';

export const decision = decides(layDown, async (c, p) => {
  const event = eventOf(c, p);
  const from = await standing(c, p.unit, asOf(c, event), { lotId: p.lotId }, ['picked']);
  if (!(await can(c, from, 'picked')))
    throw new ActRefused('noEggs', `${from.unit.name} holds no eggs.`, 'unit', 'Check the unit.');
  if (new Set(p.parts.map((x) => x.unit)).size !== p.parts.length)
    throw new ActRefused('twice', 'One unit stands twice.', 'parts', 'Add the two.');
  const units = await Promise.all(p.parts.map((x, i) => unitById(c, x.unit, `parts.${i}.unit`)));
  await askSensitive(c, from, event.note, event.at, 'laying them down');
  for (const [i, u] of units.entries()) await askTempered(c, from, u, event.at, `parts.${i}.unit`);
  const counted = p.parts.every((x) => x.number !== undefined);
  const { amounts, rest } = counted ? countedOut(c, p) : poured(p);
  await warnLoads(
    c,
    units.map((u, i) => ({
      unit: u,
      adds: addsOf(amounts[i]!, from.number),
      species: from.lot.species,
      stage: from.place.stage,
    })),
  );
  await c.record([
    {
      kind: 'layDown',
      ...event,
      replacesSeq: c.replacing?.seq,
      intent: p,
      acts: [
        {
          act: 'shift',
          from: from.place,
          makes: [],
          parts: units.map((u, i) => ({ to: { ...from.place, unit: String(u.id) }, amount: amounts[i]! })),
        },
        ...((counted ? p.emptied : rest === 0) ? [{ act: 'close' as const, holding: from.place }] : []),
      ],
    },
  ]);
  await queuePredictions(c, [from.lot.id]);
  return { lot: from.lot.name, units: units.map((u) => u.name), rest };
});

type Payload = ParsedOf<typeof layDown>;

const addsOf = (a: Amount, stands: number): number =>
  a.kind === 'share' ? stands * a.share : a.kind === 'number' ? a.number : stands;

function countedOut(c: Context, p: Payload): { amounts: Amount[]; rest: number } {
  return {
    amounts: p.parts.map((x) => ({
      kind: 'number',
      number: x.number!,
      sd: 0,
      df: null,
      how: 'counted',
      shortfall: answered(c, shortfall) === 'yes',
    })),
    rest: 0,
  };
}

function poured(p: Payload): { amounts: Amount[]; rest: number } {
  const sum = p.parts.reduce((s, x) => s + x.volumeMl!, 0);
  const all = p.totalVolumeMl!;
  // Two readings of one measure can differ by a graduation each way without anybody having erred.
  const slack = p.graduationMl * Math.sqrt(p.parts.length + 1);
  if (sum > all + slack)
    throw new ActRefused(
      'tooMuch',
      `The parts make ${plain(sum)} mL, more than the ${all} mL there are.`,
      'parts',
      'Check the volumes.',
    );
  const whole = Math.abs(sum - all) <= slack;
  const total = whole ? sum : all;
  const sd = p.graduationMl / Math.sqrt(12) / total;
  return {
    amounts: p.parts.map((x) => ({ kind: 'share', share: x.volumeMl! / total, sd })),
    rest: whole ? 0 : all - sum,
  };
}
