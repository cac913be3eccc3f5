import { notFound } from 'next/navigation';
import { containersOf, inspectionsOf } from '@/modules/health/inspections';
import { InspectionScreen } from '@/modules/health/screens/InspectionScreen';
import { db } from '../../../../_server/database';
import { idOf } from '../../../../_server/idOf';
import { requirePerson } from '../../../../_server/session';

export const metadata = { title: 'Inspection' };

export default async function InspectionPage({ params }: { params: Promise<{ id: string }> }) {
  const person = await requirePerson();
  const [row] = await inspectionsOf(db(), person.siteId, idOf((await params).id));
  if (!row) notFound();
  return <InspectionScreen of={row} containers={await containersOf(db(), row)} />;
}
