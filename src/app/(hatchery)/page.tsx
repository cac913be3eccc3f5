import type { Metadata } from 'next';
import { TodayScreen } from '@/features/today/TodayScreen';
import { today } from '@/queries/today';
import { db } from '../_server/database';
import { requestNow, requestRound } from '../_server/request';
import { requirePerson } from '../_server/session';

export const metadata: Metadata = { title: 'Today' };

export default async function TodayPage() {
  const person = await requirePerson();
  const at = requestNow();
  return (
    <TodayScreen
      today={await today(db(), person, at, await requestRound())}
      now={at}
      timeZone={person.timeZone}
      us={person.units === 'us'}
      canSettle={person.role === 'manager' || person.role === 'culturist'}
    />
  );
}
