import { notFound } from 'next/navigation';
import { DayScreen } from '@/modules/spawning/screens/DayScreen';
import { dayView } from '@/modules/spawning/views/day';
import { places } from '@/server/stock/places';
import { db } from '../../../_server/database';
import { idOf } from '../../../_server/idOf';
import { requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Spawning day' };

export default async function DayPage({ params }: { params: Promise<{ id: string }> }) {
  const person = await requirePerson();
  const id = idOf((await params).id);
  const [view, where] = await Promise.all([dayView(db(), person, id, requestNow()), places(db(), person.siteId)]);
  if (!view) notFound();
  const mayWrite = person.role === 'manager' || person.role === 'culturist';
  return <DayScreen view={view} places={where} mayWrite={mayWrite} />;
}
