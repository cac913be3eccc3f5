import { type Barred as BarredBy, barredBy, barredSays, latestFirst } from '@/core/health/barred';
import type { Withdrawal } from '@/core/health/treatment';
import { DAY_MS } from '@/core/time/spans';
import { ActRefused } from '@/server/act/refused';
import { ask, type Context } from '@/server/context';
import { withdrawal } from '@/server/questions';
import type { Standing } from '@/server/stock/standing';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { SENSOR_OF_UNIT } from '@/store/waters';

/** A treatment as its entry tells it. */
export type Treatment = {
  seq: number;
  id: string;
  holdingId: number;
  lotId: number;
  unitId: number;
  unit: string;
  lot: string;
  at: number;
  /** When it ended, or is planned to. */
  end: number;
  /** Somebody said that it ended. */
  ended: boolean;
  product: string;
  by: string;
  orderedBy: string;
  caseId: number | null;
  withdrawal: Withdrawal;
};

/** Treatments longer ago bar nothing any more, whatever the water. */
export const REMEMBERED_DAYS = 730;
/** Moves and gradings that are followed one after the other. */
const MOST_STEPS = 12;

export type TreatIntent = {
  by: string;
  orderedBy?: string;
  caseId?: number;
  withdrawalDegreeDays?: number;
  withdrawalDays?: number;
};

/** Treatments of a site, the latest first. Two statements. */
export async function treatmentsOf(db: Db, siteId: number, now: number): Promise<Treatment[]> {
  const rows = await db('entry as e')
    .join('observation as o', 'o.entry_seq', 'e.seq')
    .join('unit as u', 'u.id', 'o.unit_id')
    .join('lot as t', 't.id', 'o.lot_id')
    .where({ 'e.site_id': siteId, 'o.kind': 'treated' })
    .whereIn('e.kind', ['treatment', 'vaccination'])
    .whereBetween('e.order_at', [now - REMEMBERED_DAYS * DAY_MS, now + DAY_MS])
    .where('e.at', '<=', now)
    .orderBy('e.at', 'desc')
    .select<
      {
        seq: number;
        id: string;
        at: number;
        intent: string;
        holdingId: number;
        unitId: number;
        lotId: number;
        unit: string;
        lot: string;
        end: number;
        product: string;
      }[]
    >({
      seq: 'e.seq',
      id: 'e.id',
      at: 'e.at',
      intent: 'e.intent',
      holdingId: 'o.holding_id',
      unitId: 'o.unit_id',
      lotId: 'o.lot_id',
      unit: 'u.name',
      lot: 't.name',
      end: 'o.value',
      product: 'o.said',
    });
  if (rows.length === 0) return [];
  const ends = await db('observation')
    .whereIn(
      'holding_id',
      rows.map((r) => r.holdingId),
    )
    .where({ kind: 'treatedEnd' })
    .where('at', '<=', now)
    .select<{ value: number; at: number }[]>('value', 'at');
  return rows.map(({ intent, ...r }): Treatment => {
    const i = fromJson<TreatIntent>(intent);
    const over = ends.find((e) => e.value === r.seq);
    return {
      ...r,
      end: over?.at ?? r.end,
      ended: over !== undefined,
      by: i.by,
      orderedBy: i.orderedBy ?? '',
      caseId: i.caseId ?? null,
      withdrawal: { degreeDays: i.withdrawalDegreeDays, days: i.withdrawalDays },
    };
  });
}

/** What bars the animals of a holding, by treatments of tanks. */
export type Barred = BarredBy<Treatment>;

/** Where animals were since they were treated: holdings one after the other, each with when they came into it. */
type Path = { holding: number; from: number }[];

/**
 * What bars the animals in each holding at an instant, by treatments that they had there, or where they stood before:
 * whoever took animals over took their withdrawal over. One statement where nobody was treated, else two for each step
 * from tank to tank and two for the water.
 */
export async function barredAt(
  db: Db,
  siteId: number,
  at: number,
  only?: readonly number[],
): Promise<Map<number, Barred[]>> {
  const treatments = (await treatmentsOf(db, siteId, at)).filter(
    (t) => t.withdrawal.degreeDays || t.withdrawal.days || t.end > at,
  );
  const out = new Map<number, Barred[]>();
  if (treatments.length === 0) return out;
  const paths = await followed(db, treatments, at);
  const wanted = [...paths].filter(([id]) => !only || only.includes(id));
  if (wanted.length === 0) return out;
  const steps = wanted.flatMap(([, by]) => [...by.values()].flat());
  const units = new Map(
    (
      await db('holding')
        .whereIn('id', [...new Set(steps.map((p) => p.holding))])
        .select<{ id: number; unit: number }[]>('id', { unit: 'unit_id' })
    ).map((h) => [h.id, h.unit]),
  );
  const water = await waterOfUnits(db, [...units.values()], Math.min(...treatments.map((t) => t.end)), at);
  for (const [id, by] of wanted)
    for (const [seq, path] of by) {
      const treatment = treatments.find((t) => t.seq === seq)!;
      const stood = path.map((p) => ({ unit: units.get(p.holding)!, from: p.from }));
      const barred = barredBy(treatment, water(stood), at);
      if (barred) out.set(id, [...(out.get(id) ?? []), barred].sort(latestFirst));
    }
  return out;
}

/** Every holding into which animals came that were treated, with the way of each treatment's animals to it. */
async function followed(db: Db, treatments: readonly Treatment[], at: number): Promise<Map<number, Map<number, Path>>> {
  const paths = new Map<number, Map<number, Path>>();
  const put = (holding: number, seq: number, path: Path): boolean => {
    const by = paths.get(holding) ?? new Map<number, Path>();
    paths.set(holding, by);
    if (by.has(seq)) return false;
    by.set(seq, path);
    return true;
  };
  for (const t of treatments) put(t.holdingId, t.seq, [{ holding: t.holdingId, from: t.at }]);
  let frontier = [...paths.keys()];
  for (let step = 0; step < MOST_STEPS && frontier.length > 0; step++) {
    const flows = await db('posting as p')
      .join('posting as q', (on) =>
        on
          .on('q.id', db.raw('p.id + 1') as never)
          .andOn('q.entry_seq', 'p.entry_seq')
          .andOn('q.delta', db.raw('-p.delta') as never),
      )
      .where({ 'p.account': 'holding', 'q.account': 'holding' })
      .whereNull('p.superseded_seq')
      .whereNull('q.superseded_seq')
      .where('p.delta', '<', 0)
      .whereIn('p.holding_id', frontier)
      .where('p.order_at', '<=', at)
      .orderBy('p.order_at')
      .select<{ from: number; to: number; at: number }[]>({
        from: 'p.holding_id',
        to: 'q.holding_id',
        at: 'p.order_at',
      });
    const next = new Set<number>();
    for (const f of flows)
      for (const [seq, path] of paths.get(f.from)!)
        if (f.at >= path.at(-1)!.from && put(f.to, seq, [...path, { holding: f.to, from: f.at }])) next.add(f.to);
    frontier = [...next];
  }
  return paths;
}

/** Where animals stood, one unit after the other, each with when they came into it. */
export type Stood = readonly { unit: number; from: number }[];

/** The daily means of the waters in which animals stood, from a day before an instant on. Two statements. */
export async function waterOfUnits(
  db: Db,
  units: readonly number[],
  from: number,
  to: number,
): Promise<(path: Stood) => { at: number; celsius: number }[]> {
  const sensors = await db('unit as u')
    .whereIn('u.id', [...new Set(units)])
    .select<{ id: number; sensor: number | null }[]>({ id: 'u.id' }, db.raw(`${SENSOR_OF_UNIT} AS sensor`));
  const sensorOf = new Map(sensors.map((s) => [s.id, s.sensor]));
  const days = await db('reading_day')
    .whereIn('sensor_id', [...new Set(sensors.flatMap((s) => s.sensor ?? []))])
    .where('day', '>=', from - 2 * DAY_MS)
    .where('day', '<=', to)
    .where('n', '>', 0)
    .orderBy('day')
    .select<{ sensor: number; day: number; mean: number }[]>(
      { sensor: 'sensor_id', day: 'day' },
      db.raw('sum / n AS mean'),
    );
  return (path) =>
    path.flatMap(({ unit, from: came }, i) => {
      const left = path[i + 1]?.from ?? Number.POSITIVE_INFINITY;
      const sensor = sensorOf.get(unit);
      // A daily mean is that of its noon, and of the tank in which they stood then.
      const noon = (d: { day: number }) => d.day + DAY_MS / 2;
      return days
        .filter((d) => d.sensor === sensor && noon(d) >= (i === 0 ? from - 2 * DAY_MS : came) && noon(d) < left)
        .map((d) => ({ at: noon(d), celsius: d.mean }));
    });
}

/**
 * Animals within the withdrawal of a treatment do not go out: as food never, else only where the veterinarian allows it,
 * with who and on which paper in the note.
 */
export async function askWithdrawal(
  c: Context,
  at: Standing,
  when: number,
  note: string,
  way: 'food' | 'out',
): Promise<void> {
  const barred = (await barredAt(c.trx, c.site.id, when, [at.holding.id])).get(at.holding.id);
  if (!barred) return;
  const says = `${at.unit.name}, ${at.lot.name}: ${barred.map((b) => barredSays(b, c.site.timeZone, when)).join('; ')}.`;
  if (way === 'food')
    throw new ActRefused(
      'withdrawal',
      says,
      'fate',
      'They must not be eaten before that. The label and the vet decide.',
    );
  const answer = ask(c, withdrawal, {
    message: says,
    path: 'unit',
    todo: 'Wait until it is over; treated fish do not leave before.',
    choices: [
      {
        value: 'vet',
        label: 'The veterinarian allows it',
        why: 'who, and on which paper, stands in the note; whoever gets them is told',
      },
    ],
  });
  if (answer === 'vet' && !note.trim())
    throw new ActRefused('why', 'Say who allows it, and on which paper.', 'note', 'One line in the note is enough.');
}
