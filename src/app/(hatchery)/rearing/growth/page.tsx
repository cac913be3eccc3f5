import { GrowthScreen } from '@/modules/rearing/screens/GrowthScreen';
import { growthView } from '@/modules/rearing/views/growth';
import { db } from '../../../_server/database';
import { idIn } from '../../../_server/idOf';
import { computedOnce, requestHall, requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Growth' };

/** The most that is asked for: heavier than anything that leaves a hatchery. */
const MOST_G = 1e6;

export default async function GrowthPage({ searchParams }: { searchParams: Promise<{ of?: string; to?: string }> }) {
  const person = await requirePerson();
  const { of, to } = await searchParams;
  const asked = Number(to);
  const targetG = to && asked > 0 && asked < MOST_G ? asked : null;
  const hall = await requestHall();
  return (
    <GrowthScreen
      lines={
        await computedOnce('growth', '', String(targetG), () =>
          growthView(db(), person.siteId, requestNow(), hall, targetG),
        )
      }
      of={idIn(of) ?? null}
      targetG={targetG}
      now={requestNow()}
      timeZone={person.timeZone}
      us={person.units === 'us'}
    />
  );
}
