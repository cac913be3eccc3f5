import type { Label } from '@/core/labels/label';
import { grouped } from '@/core/quantities/format';
import { sameName } from '@/core/sameName';
import { clock, dayMonth } from '@/core/time/localDay';
import type { HaulView } from './hauls';

/** More labels than this are a typing error, and no printer's work. */
const MOST = 600;

/** A label for every tank, bag and box in which something travels: what is in it, from where to where, until when. */
export function haulLabels(
  h: HaulView,
  { origin, timeZone, siteName }: { origin: string; timeZone: string; siteName: string },
): Label[] {
  return h.tanks
    .flatMap((t): Label[] => {
      const loads = h.loads.filter((l) => sameName(l.tank, t.name));
      if (loads.length === 0) return [];
      const number = loads.reduce((s, l) => s + (l.loaded?.number ?? l.number), 0);
      const to = [...new Set(loads.map((l) => l.siteName || 'elsewhere'))].join(', ');
      return Array.from({ length: t.count }, (_, i) => ({
        unit: t.count > 1 ? `${t.name} ${i + 1}/${t.count}` : t.name,
        lot: [...new Set(loads.map((l) => l.lot))].join(', '),
        lines: [
          `${grouped(Math.round(number / t.count))}${t.count > 1 ? ' in each' : ''}, live`,
          `${siteName} to ${to}`,
          `closed ${dayMonth(h.leaveAt, timeZone)} ${clock(h.leaveAt, timeZone)}, open by ${clock(h.leaveAt + h.hours * 3_600_000, timeZone)}`,
        ],
        address: `${origin}/moves/hauls/${h.id}`,
      }));
    })
    .slice(0, MOST);
}
