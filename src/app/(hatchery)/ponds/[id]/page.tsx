import { notFound } from 'next/navigation';
import { PondScreen } from '@/modules/ponds/screens/PondScreen';
import { pondDay } from '@/modules/ponds/views/pondDay';
import { pondRuns } from '@/modules/ponds/views/ponds';
import { db } from '../../../_server/database';
import { idIn } from '../../../_server/idOf';
import { requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Pond' };

export default async function PondPage({ params }: { params: Promise<{ id: string }> }) {
  const person = await requirePerson();
  const id = idIn((await params).id);
  const all = id === undefined ? [] : await pondRuns(db(), person.siteId, requestNow());
  const run = all.find((r) => r.id === id);
  if (!run) notFound();
  const at = requestNow();
  return (
    <PondScreen
      of={run}
      day={await pondDay(db(), person.siteId, run, at)}
      earlier={all.filter((r) => r.unitId === run.unitId && r.begunAt < run.begunAt)}
    />
  );
}
