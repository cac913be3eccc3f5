import { redirect } from 'next/navigation';
import { SetupScreen } from '@/modules/setup/screens/SetupScreen';
import { setupView } from '@/modules/setup/views/setup';
import { db } from '../../_server/database';
import { requirePerson } from '../../_server/session';

export const metadata = { title: 'Set-up' };

export default async function SetupPage() {
  const person = await requirePerson();
  if (person.role !== 'manager') redirect('/');
  return <SetupScreen view={await setupView(db(), person.siteId)} />;
}
