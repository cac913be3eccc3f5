import { speciesList } from '@/modules/reference/views/reference';
import { DaysScreen } from '@/modules/spawning/screens/DaysScreen';
import { spawningDays } from '@/modules/spawning/views/day';
import { db } from '../../_server/database';
import { requirePerson } from '../../_server/session';

export const metadata = { title: 'Spawning day' };

export default async function DaysPage() {
  const person = await requirePerson();
  const [days, species] = await Promise.all([spawningDays(db(), person.siteId), speciesList(db(), person.siteId)]);
  return (
    <DaysScreen
      days={days}
      species={species.map((s) => ({ id: s.id, name: s.name, kept: s.kept }))}
      mayWrite={person.role === 'manager' || person.role === 'culturist'}
    />
  );
}
