import 'server-only';
import { type ReleasePlan, releasePlan } from '@/modules/transport/views/plan';
import { seasonOf, seasonSpan } from '@/server/stock/lots';
import { db } from './database';
import { computedOnce, requestHall, requestNow } from './request';

/** What stands against what the release sites want this season. */
export const requestPlan = (): Promise<ReleasePlan> =>
  computedOnce('releasePlan', '', '', async (person) => {
    const at = requestNow();
    const { month } = (await db()('site').where({ id: person.siteId }).first({ month: 'season_starts_month' })) as {
      month: number;
    };
    const { from } = seasonSpan(seasonOf(at, person.timeZone, month), person.timeZone, month);
    return releasePlan(db(), person, at, from, await requestHall());
  });
