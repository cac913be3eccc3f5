import type { Metadata } from 'next';
import { lookThings } from '@/modules/health/screens/lookThings';
import { routine } from '@/modules/incubation/views/routine';
import { liveFoodThings } from '@/modules/liveFood/screens/liveFoodThings';
import { pondThings } from '@/modules/ponds/screens/pondThings';
import { feedThings } from '@/modules/rearing/screens/feedThings';
import { gradingThings } from '@/modules/sorting/screens/gradingThings';
import { TodayScreen } from '@/modules/today/screens/TodayScreen';
import { today } from '@/modules/today/views/today';
import { aheadThings, drainThings, waterThings } from '@/modules/water/screens/waterThings';
import { db } from '../_server/database';
import { idIn } from '../_server/idOf';
import {
  computedOnce,
  requestDays,
  requestDrains,
  requestGradingDue,
  requestHall,
  requestLiveFoodDue,
  requestLooks,
  requestNow,
  requestPonds,
  requestRound,
  requestWaterAhead,
  requestWaterOff,
} from '../_server/request';
import { requirePerson } from '../_server/session';

export const metadata: Metadata = { title: 'Today' };

export default async function TodayPage({
  searchParams,
}: {
  searchParams: Promise<{ room?: string; order?: string }>;
}) {
  const person = await requirePerson();
  const { room, order } = await searchParams;
  const at = requestNow();
  const holdings = await requestRound();
  return (
    <TodayScreen
      today={await computedOnce('today', '', '', () => today(db(), person, at, holdings))}
      routine={await computedOnce('routine', '', '', () => routine(db(), person, at, holdings))}
      feeding={[
        ...drainThings(await requestDrains(), at, person.timeZone),
        ...waterThings(await requestWaterOff(), at, person.timeZone),
        ...aheadThings(await requestWaterAhead(), at, person.timeZone, person.units === 'us'),
        ...pondThings(await requestPonds(), at, person.timeZone),
        ...feedThings(await requestHall()),
        ...liveFoodThings(await requestLiveFoodDue(), at, person.timeZone),
        ...gradingThings(await requestGradingDue(), at, person.timeZone),
        ...lookThings(await requestLooks(), at, person.timeZone),
      ]}
      days={await requestDays()}
      now={at}
      timeZone={person.timeZone}
      us={person.units === 'us'}
      room={idIn(room) ?? null}
      likeliest={order === 'likeliest'}
      canSettle={person.role === 'manager' || person.role === 'culturist'}
    />
  );
}
