import { startOfDay } from '@/core/time/localDay';
import { GrowthScreen } from '@/modules/rearing/screens/GrowthScreen';
import { growthView } from '@/modules/rearing/views/growth';
import { db } from '../../../_server/database';
import { idIn } from '../../../_server/idOf';
import { computedOnce, requestHall, requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Growth' };

/** The most that is asked for: heavier than anything that leaves a hatchery. */
const MOST_G = 1e6;

export default async function GrowthPage({
  searchParams,
}: {
  searchParams: Promise<{ of?: string; to?: string; by?: string }>;
}) {
  const person = await requirePerson();
  const { of, to, by } = await searchParams;
  const day = by && /^\d{4}-\d{2}-\d{2}$/.test(by) && !Number.isNaN(Date.parse(by)) ? by : null;
  const begins = day === null ? Number.NaN : startOfDay(day, person.timeZone);
  const at = Number.isFinite(begins) ? begins : null;
  const asked = Number(to);
  const targetG = to && asked > 0 && asked < MOST_G ? asked : null;
  const hall = await requestHall();
  return (
    <GrowthScreen
      lines={
        await computedOnce('growth', '', `${targetG} ${at}`, () =>
          growthView(db(), person.siteId, requestNow(), hall, targetG, at),
        )
      }
      of={idIn(of) ?? null}
      targetG={targetG}
      by={at === null ? null : day}
      now={requestNow()}
      timeZone={person.timeZone}
      us={person.units === 'us'}
    />
  );
}
