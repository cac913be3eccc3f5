import { notFound } from 'next/navigation';
import { BenchScreen } from '@/modules/spawning/screens/BenchScreen';
import { benchView } from '@/modules/spawning/views/spawning';
import { places } from '@/server/stock/places';
import { db } from '../../../_server/database';
import { idOf } from '../../../_server/idOf';
import { requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Spawning bench' };

export default async function BenchPage({ params }: { params: Promise<{ id: string }> }) {
  const person = await requirePerson();
  const id = idOf((await params).id);
  const [view, where] = await Promise.all([benchView(db(), person, id, requestNow()), places(db(), person.siteId)]);
  if (!view) notFound();
  const mayWrite = person.role === 'manager' || person.role === 'culturist';
  return <BenchScreen view={view} places={where} mayWrite={mayWrite} />;
}
