import { ChemicalsScreen } from '@/modules/health/screens/ChemicalsScreen';
import { chemicalStore } from '@/modules/health/views/chemicals';
import { db } from '../../../_server/database';
import { requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Chemicals' };

export default async function ChemicalsPage() {
  const person = await requirePerson();
  return <ChemicalsScreen of={await chemicalStore(db(), person.siteId, requestNow())} />;
}
