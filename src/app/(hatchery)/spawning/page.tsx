import { speciesList } from '@/modules/reference/views/book';
import { DaysScreen } from '@/modules/spawning/screens/DaysScreen';
import { spawningDays } from '@/modules/spawning/views/spawning';
import { db } from '../../_server/database';
import { requirePerson } from '../../_server/session';

export const metadata = { title: 'Spawning bench' };

export default async function DaysPage() {
  const person = await requirePerson();
  const [days, species] = await Promise.all([spawningDays(db(), person.siteId), speciesList(db(), person.siteId)]);
  return (
    <DaysScreen
      days={days}
      species={species.map((s) => ({ id: s.id, name: s.name }))}
      mayWrite={person.role === 'manager' || person.role === 'culturist'}
    />
  );
}
