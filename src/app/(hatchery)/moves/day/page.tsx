import { addLocalDays, isoDay, startOfDay } from '@/core/time/localDay';
import { DayScreen } from '@/modules/transport/screens/DayScreen';
import { dayBoard } from '@/modules/transport/views/day';
import { db } from '../../../_server/database';
import { requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'The day at the water' };

export default async function DayPage({ searchParams }: { searchParams: Promise<{ day?: string }> }) {
  const person = await requirePerson();
  const asked = (await searchParams).day;
  const day = asked && isDay(asked) ? asked : isoDay(requestNow(), person.timeZone);
  const from = startOfDay(day, person.timeZone);
  const to = addLocalDays(from, 1, person.timeZone);
  return (
    <DayScreen
      of={await dayBoard(db(), person.siteId, requestNow(), { from, to })}
      day={from}
      before={isoDay(addLocalDays(from, -1, person.timeZone), person.timeZone)}
      after={isoDay(to, person.timeZone)}
    />
  );
}

/** A day that there is: what is typed into an address may be anything. */
const isDay = (text: string) => /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(Date.parse(`${text}T00:00:00Z`));
