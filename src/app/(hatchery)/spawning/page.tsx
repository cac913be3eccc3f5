import { DaysScreen } from '@/features/spawning/DaysScreen';
import { speciesList } from '@/queries/book';
import { spawningDays } from '@/queries/spawning';
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
