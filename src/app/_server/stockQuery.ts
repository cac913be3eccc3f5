import 'server-only';
import { z } from 'zod';
import { instantsOf, localDay } from '@/core/time/localDay';

const query = z.object({
  day: z
    .string()
    .regex(/^\d{4}-\d{2}-\d{2}$/)
    .optional(),
  by: z.enum(['species', 'lot', 'unit', 'stage']).catch('species'),
});

/** `?day=2031-04-13&by=lot`: a past day means its end, today means now. */
export function stockQuery(
  params: URLSearchParams | Record<string, string | undefined>,
  now: number,
  timeZone: string,
): { asOf: number; by: 'species' | 'lot' | 'unit' | 'stage'; day: string | undefined } {
  const raw = params instanceof URLSearchParams ? Object.fromEntries(params) : params;
  const parsed = query.safeParse(raw);
  const q = parsed.success ? parsed.data : { day: undefined, by: 'species' as const };
  if (!q.day) return { asOf: now, by: q.by, day: undefined };
  const [year, month, day] = q.day.split('-').map(Number) as [number, number, number];
  const noon = instantsOf({ year, month, day, hour: 12, minute: 0 }, timeZone)[0];
  return { asOf: noon === undefined ? now : Math.min(now, localDay(noon, timeZone).end - 1), by: q.by, day: q.day };
}
