import { group } from 'd3';
import type { JudgedDay } from '@/core/health/deadDays';
import { type Effect, effectOf } from '@/core/health/effect';
import { type Condition, quarantineConditions } from '@/core/health/quarantine';
import { type TriageLine, type TriageReading, type TriageStep, triage } from '@/core/health/triage';
import { degrees } from '@/core/quantities/format';
import { measured } from '@/core/quantities/reader';
import { limitAt } from '@/core/species/life';
import { stageOf } from '@/core/species/species';
import { DAY_MS } from '@/core/time/spans';
import { type HandKind, handKinds } from '@/core/water/handKinds';
import { judgeWater } from '@/core/water/judged';
import { handWater } from '@/modules/water/views/handWater';
import { waterAbout } from '@/modules/water/waterAbout';
import { readNow } from '@/server/sensorsNow';
import { type CaseRow, casesOf } from '@/server/stock/cases';
import { type Barred, barredAt, type Treatment, treatmentsOf } from '@/server/stock/treated/withdrawal';
import { fromJson } from '@/store/books/rows';
import type { Db } from '@/store/connection';
import { watchesOver } from '@/store/deadWatch';
import { speciesBook } from '@/store/species';
import { SENSOR_OF_UNIT } from '@/store/waters';

/** One tank of a case. */
export type CaseTank = {
  holdingId: number;
  unitId: number;
  unit: string;
  roomId: number;
  lotId: number;
  lot: string;
  stage: string;
  stageName: string;
  speciesName: string;
  number: number;
  days: JudgedDay[];
  triage: TriageLine[];
  barred: Barred[];
};

/** What was said of a case, the latest first. */
export type CaseLine = {
  id: string;
  at: number;
  by: string;
  what: string;
  intent: Record<string, unknown>;
};

export type CaseView = CaseRow & {
  tanks: CaseTank[];
  lines: CaseLine[];
  /** Containers that were sent, each with what came back. */
  samples: {
    sample: string;
    at: number;
    handedTo: string;
    organs: string;
    animals: number | null;
    result: string | null;
  }[];
  treatments: (Treatment & { effect: Effect | null })[];
};

/** Treatments begun so long before a case was opened belong to its story. */
const BEFORE_DAYS = 3;

/** One case: its tanks with the freshest readings, what was said, sent, given, and what followed. Null where there is none. */
export async function caseView(
  db: Db,
  site: { siteId: number; timeZone: string; units?: 'metric' | 'us' },
  id: number,
  now: number,
): Promise<CaseView | null> {
  const [row] = await casesOf(db, site.siteId, now, { id });
  if (!row) return null;
  const ids = row.holdings.map((h) => h.holding);
  const until = row.closedAt ?? now;
  const [stood, said, given, barred, book, probes] = await Promise.all([
    db('holding as h')
      .join('unit as u', 'u.id', 'h.unit_id')
      .join('lot as t', 't.id', 'h.lot_id')
      .whereIn('h.id', ids)
      .orderBy('u.name')
      .select<
        {
          id: number;
          unitId: number;
          unit: string;
          roomId: number;
          lotId: number;
          lot: string;
          species: string;
          stage: string;
          number: number;
          openedAt: number;
          sensor: number | null;
        }[]
      >(
        {
          id: 'h.id',
          unitId: 'u.id',
          unit: 'u.name',
          roomId: 'u.room_id',
          lotId: 't.id',
          lot: 't.name',
          species: 't.species',
          stage: 'h.stage',
          number: 'h.number',
          openedAt: 'h.opened_at',
        },
        db.raw(`${SENSOR_OF_UNIT} AS sensor`),
      ),
    db('observation as o')
      .join('entry as e', 'e.seq', 'o.entry_seq')
      .where({ 'o.holding_id': ids[0]!, 'o.kind': 'case', 'o.value': id })
      .orderBy([
        { column: 'e.at', order: 'desc' },
        { column: 'e.seq', order: 'desc' },
      ])
      .select<{ id: string; at: number; by: string; what: string; intent: string }[]>({
        id: 'e.id',
        at: 'e.at',
        by: 'e.measured_by',
        what: 'o.said',
        intent: 'e.intent',
      }),
    treatmentsOf(db, site.siteId, now),
    barredAt(db, site.siteId, now, ids),
    speciesBook(db, site.siteId),
    readNow(db, site.siteId, now),
  ]);
  const watches = new Map(
    (
      await Promise.all(
        [...group(stood, (h) => h.species).values()].map((of) =>
          watchesOver(
            db,
            site.siteId,
            of.map((h) => ({ ...h, lot: h.lotId })),
            until,
          ),
        ),
      )
    ).flatMap((w) => [...w]),
  );
  const lines = said.map((l): CaseLine => ({ ...l, intent: fromJson<Record<string, unknown>>(l.intent) }));
  const tanks = await Promise.all(
    stood.map(async (h): Promise<CaseTank> => {
      const species = book.get(h.species)!;
      const stage = stageOf(species, h.stage);
      return {
        holdingId: h.id,
        unitId: h.unitId,
        unit: h.unit,
        roomId: h.roomId,
        lotId: h.lotId,
        lot: h.lot,
        stage: h.stage,
        stageName: stage.name,
        speciesName: species.name,
        number: h.number,
        days: watches.get(h.id)?.days ?? [],
        triage:
          row.closedAt === null
            ? triage(await readingsOf(db, site, h, limitAt(species, 'temperature', stage.station), probes, now), now)
            : [],
        barred: barred.get(h.id) ?? [],
      };
    }),
  );
  const all = together(tanks);
  return {
    ...row,
    tanks,
    lines,
    samples: samplesOf(lines),
    treatments: given
      .filter(
        (t) =>
          t.caseId === id ||
          (ids.includes(t.holdingId) && t.at >= row.openedAt - BEFORE_DAYS * DAY_MS && t.at <= until),
      )
      .map((t) => ({ ...t, effect: effectOf(all, t.at, t.end) })),
  };
}

/** What must hold before the fish of a quarantine are let go. */
export const conditionsOf = (of: CaseView, now: number): Condition[] =>
  quarantineConditions({
    now,
    until: of.until,
    waiting: of.samples.filter((s) => s.result === null).length,
    rising: of.tanks.filter((t) => t.days.at(-1)?.alarm).map((t) => t.unit),
    treating: [...new Set(of.treatments.filter((t) => t.end > now && !t.ended).map((t) => t.product))],
  });

/** The dead of all tanks of a case by day. */
export function together(tanks: readonly Pick<CaseTank, 'days'>[]): JudgedDay[] {
  const out = new Map<number, JudgedDay>();
  for (const d of tanks.flatMap((t) => t.days)) {
    const known = out.get(d.day);
    out.set(
      d.day,
      known
        ? {
            ...known,
            dead: known.dead + d.dead,
            atRisk: known.atRisk + d.atRisk,
            days: Math.max(known.days, d.days),
            expected: known.expected === null || d.expected === null ? null : known.expected + d.expected,
            low: known.low === null || d.low === null ? null : known.low + d.low,
            high: known.high === null || d.high === null ? null : known.high + d.high,
            alarm: known.alarm || d.alarm,
          }
        : d,
    );
  }
  return [...out.values()].sort((a, b) => a.day - b.day);
}

function samplesOf(lines: readonly CaseLine[]): CaseView['samples'] {
  const text = (v: unknown) => (typeof v === 'string' ? v : '');
  return lines
    .filter((l) => l.what === 'sample')
    .map((l) => {
      const result = lines.find((r) => r.what === 'result' && r.intent.sample === l.intent.sample);
      return {
        sample: text(l.intent.sample),
        at: l.at,
        handedTo: text(l.intent.handedTo),
        organs: text(l.intent.organs),
        animals: typeof l.intent.animals === 'number' ? l.intent.animals : null,
        result: result ? text(result.intent.text) : null,
      };
    });
}

/** The freshest reading of each step of the triage, by hand in the tank or by a probe of its room. */
async function readingsOf(
  db: Db,
  site: { siteId: number; units?: 'metric' | 'us' },
  h: { unitId: number; roomId: number; sensor: number | null },
  range: { low?: number; high?: number } | undefined,
  probes: Awaited<ReturnType<typeof readNow>>,
  now: number,
): Promise<Partial<Record<TriageStep, TriageReading>>> {
  const us = site.units === 'us';
  const [hand, about] = await Promise.all([
    handWater(db, site.siteId, h.unitId, now),
    waterAbout(db, site.siteId, h.unitId, now),
  ]);
  const out: Partial<Record<TriageStep, TriageReading>> = {};
  const put = (step: TriageStep, r: TriageReading) => {
    if (!out[step] || out[step].at < r.at) out[step] = r;
  };
  const warmth = probes.find((p) => p.id === h.sensor);
  if (warmth?.value != null && warmth.at !== null) {
    const off =
      (range?.low !== undefined && warmth.value < range.low) ||
      (range?.high !== undefined && warmth.value > range.high);
    put('temperature', {
      says: degrees(warmth.value, us),
      at: warmth.at,
      is: range === undefined ? 'unknown' : off ? 'off' : 'good',
      todo: off ? 'outside of what they bear: change it slowly, feed nothing meanwhile' : '',
    });
  }
  const steps: Partial<Record<HandKind, TriageStep>> = { pH: 'pH', oxygen: 'oxygen', chlorine: 'chlorine' };
  for (const j of hand) {
    const step = steps[j.kind];
    if (step) put(step, { says: j.says, at: j.at, is: j.is, todo: j.todo });
  }
  for (const p of probes.filter((x) => x.roomId === h.roomId && x.value !== null && x.at !== null)) {
    const step = p.kind in handKinds ? steps[p.kind as HandKind] : undefined;
    if (step) {
      const [j] = judgeWater([{ kind: p.kind as HandKind, value: p.value! }], about);
      put(step, { says: j!.says, at: p.at!, is: j!.is, todo: j!.todo });
    }
    if (p.kind === 'flow')
      put('flow', {
        says: measured(p.value!, 'flow', us),
        at: p.at!,
        is: 'unknown',
        todo: 'compare with what is set',
      });
  }
  return out;
}
