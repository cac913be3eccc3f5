import 'server-only';
import { z } from 'zod';
import { instantsOf, localDay } from '@/core/time/localDay';
import { type StockGroup, stockGroups } from '@/modules/records/stockGroups';

const query = z.object({
  day: z
    .string()
    .regex(/^\d{4}-\d{2}-\d{2}$/)
    .optional(),
  known: z
    .string()
    .regex(/^\d{4}-\d{2}-\d{2}$/)
    .optional(),
  by: z.enum(stockGroups).catch('species'),
});

export type StockQuery = {
  asOf: number;
  by: StockGroup;
  day: string | undefined;
  knownAt: number | undefined;
  known: string | undefined;
};

/** `?day=2031-04-13&by=lot&known=2031-04-20`: a past day means its end, today means now; `known`: as known that evening. */
export function stockQuery(
  params: URLSearchParams | Record<string, string | undefined>,
  now: number,
  timeZone: string,
): StockQuery {
  const raw = params instanceof URLSearchParams ? Object.fromEntries(params) : params;
  const parsed = query.safeParse(Object.fromEntries(Object.entries(raw).filter(([, v]) => v !== '')));
  const q = parsed.success ? parsed.data : { day: undefined, known: undefined, by: 'species' as const };
  const endOf = (text: string) => {
    const [year, month, day] = text.split('-').map(Number) as [number, number, number];
    const noon = instantsOf({ year, month, day, hour: 12, minute: 0 }, timeZone)[0];
    return noon === undefined ? now : Math.min(now, localDay(noon, timeZone).end - 1);
  };
  return {
    asOf: q.day ? endOf(q.day) : now,
    by: q.by,
    day: q.day,
    knownAt: q.known ? endOf(q.known) : undefined,
    known: q.known,
  };
}
