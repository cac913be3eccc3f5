import { broodView } from '@/modules/brood/views/brood';
import { PlanScreen } from '@/modules/spawning/screens/plan/PlanScreen';
import { spawningDays } from '@/modules/spawning/views/day';
import { db } from '../../../_server/database';
import { requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Mating plan' };

export default async function PlanPage({ searchParams }: { searchParams: Promise<{ species?: string }> }) {
  const person = await requirePerson();
  const { species } = await searchParams;
  const [view, days] = await Promise.all([
    broodView(db(), person.siteId, species ?? null, requestNow()),
    spawningDays(db(), person.siteId, { open: true }),
  ]);
  // Those that are ripe, and those that are about to be: a plan is made before the day.
  const near = view.fish.filter(
    (f) =>
      f.gone === null &&
      f.ripeness &&
      !f.ripeness.old &&
      !f.ripeness.over &&
      (f.ripeness.ready || f.ripeness.id === 'ripening'),
  );
  return (
    <PlanScreen
      key={view.book.id}
      species={{ id: view.book.id, name: view.book.name }}
      females={near.filter((f) => f.sex === 'female')}
      males={near.filter((f) => f.sex === 'male')}
      days={days.filter((d) => d.species === view.book.id)}
    />
  );
}
