import { notFound } from 'next/navigation';
import { FemaleScreen } from '@/modules/lot/screens/FemaleScreen';
import { femaleView } from '@/modules/lot/views/female';
import { db, now } from '../../../_server/database';
import { idOf } from '../../../_server/idOf';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Female' };

export default async function FemalePage({ params }: { params: Promise<{ id: string }> }) {
  const person = await requirePerson();
  const female = await femaleView(db(), person.siteId, idOf((await params).id), now());
  if (!female) notFound();
  return <FemaleScreen f={female} />;
}
