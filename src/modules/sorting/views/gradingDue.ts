import { z } from 'zod';
import { spreadAhead } from '@/core/grading/spread';
import { thresholds } from '@/core/thresholds';
import { DAY_MS, HOUR_MS } from '@/core/time/spans';
import type { HallView } from '@/modules/rearing/views/hall';
import { lastSet } from '@/server/stock/feeding/lastSet';
import { spreadsOf } from '@/server/stock/numbers/spreads';
import type { Db } from '@/store/connection';

/** What grading wants of people today. */
export type GradingDue = {
  /** Planned for today or tomorrow, or a day ago and not done. */
  planned: { unit: string; holdingId: number; on: number; holdFrom: number }[];
  /** Spread beyond the mark by a sample of the last weeks, and nothing planned. */
  grade: { unit: string; holdingId: number; cv: number }[];
};

/** Samples older than this say nothing of the sizes now. */
const SAMPLE_DAYS = 30;
const AHEAD_MS = 36 * HOUR_MS;

const planOf = z.object({ on: z.number(), holdFrom: z.number() });

/** Gradings that are planned or wanted: told without the bench, which takes its time. Two statements. */
export async function gradingDue(db: Db, now: number, hall: HallView): Promise<GradingDue> {
  const tanks = hall.units.flatMap((u) =>
    u.fed.map((f) => ({ u, h: u.holdings.find((x) => x.holdingId === f.holdingId)! })),
  );
  const lots = [...new Set(tanks.map((t) => t.h.lotId))];
  const [plans, spreads] = await Promise.all([lastSet(db, 'gradingPlan', lots, now), spreadsOf(db, lots, now)]);
  const due: GradingDue = { planned: [], grade: [] };
  for (const { u, h } of tanks) {
    const found = plans.of(h.lotId, u.id);
    const plan = found?.here ? planOf.safeParse(found.intent) : null;
    if (plan?.success && plan.data.on > now - DAY_MS) {
      if (plan.data.on < now + AHEAD_MS) due.planned.push({ unit: u.name, holdingId: h.holdingId, ...plan.data });
      continue;
    }
    const own = spreads.filter((s) => s.lotId === h.lotId && s.unitId === u.id);
    const ahead = spreadAhead(own, now, thresholds.gradeSpread.value, {
      perDay: thresholds.spreadRise.value,
      sd: thresholds.spreadRise.value / 2,
    });
    const last = own.at(-1);
    if (last && ahead && last.at > now - SAMPLE_DAYS * DAY_MS && ahead.passes?.at != null && ahead.passes.at <= now)
      due.grade.push({ unit: u.name, holdingId: h.holdingId, cv: ahead.now });
  }
  return due;
}
