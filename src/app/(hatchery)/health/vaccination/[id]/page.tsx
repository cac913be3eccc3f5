import { notFound } from 'next/navigation';
import { VaccinationScreen } from '@/modules/health/screens/VaccinationScreen';
import { vaccinationView } from '@/modules/health/views/vaccination';
import { db } from '../../../../_server/database';
import { idOf } from '../../../../_server/idOf';
import { requestNow } from '../../../../_server/request';
import { requirePerson } from '../../../../_server/session';

export const metadata = { title: 'Vaccination' };

export default async function VaccinationPage({ params }: { params: Promise<{ id: string }> }) {
  const person = await requirePerson();
  const of = await vaccinationView(db(), person.siteId, idOf((await params).id), requestNow());
  if (!of) notFound();
  return <VaccinationScreen of={of} />;
}
