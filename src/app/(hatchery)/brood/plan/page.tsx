import { type BroodFish, type BroodView, broodView } from '@/modules/brood/views/brood';
import { PlanScreen } from '@/modules/spawning/screens/plan/PlanScreen';
import { spawningDays } from '@/modules/spawning/views/day';
import { db } from '../../../_server/database';
import { requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Mating plan' };

/** Those that are ripe, and those that are about to be: a plan is made before the day. */
const nearOf = (fish: readonly BroodFish[], sex: BroodFish['sex']) =>
  fish.filter(
    (f) =>
      f.sex === sex &&
      f.gone === null &&
      f.ripeness &&
      !f.ripeness.old &&
      !f.ripeness.over &&
      (f.ripeness.ready || f.ripeness.id === 'ripening'),
  );

export default async function PlanPage({ searchParams }: { searchParams: Promise<{ species?: string }> }) {
  const person = await requirePerson();
  const { species } = await searchParams;
  const [view, days] = await Promise.all([
    broodView(db(), person.siteId, species ?? null, requestNow()),
    spawningDays(db(), person.siteId, { open: true }),
  ]);
  const [females, males] = [nearOf(view.fish, 'female'), nearOf(view.fish, 'male')];
  const nothing = females.length === 0 || males.length === 0;
  return (
    <PlanScreen
      key={view.book.id}
      species={{ id: view.book.id, name: view.book.name }}
      females={females}
      males={males}
      days={days.filter((d) => d.species === view.book.id)}
      list={view.species.filter((s) => s.here > 0).map((s) => ({ id: s.id, name: s.name }))}
      here={nothing ? view.fish.filter((f) => f.gone === null) : []}
      ready={nothing ? await readyOnes(person.siteId, view) : []}
    />
  );
}

/** Other species of which both sexes are ripe: what could be planned instead. */
async function readyOnes(siteId: number, view: BroodView) {
  const others = view.species.filter((s) => s.here > 0 && s.id !== view.book.id);
  const views = await Promise.all(others.map((s) => broodView(db(), siteId, s.id, requestNow())));
  return views.flatMap((v) => {
    const [females, males] = [nearOf(v.fish, 'female').length, nearOf(v.fish, 'male').length];
    return females > 0 && males > 0 ? [{ id: v.book.id, name: v.book.name, females, males }] : [];
  });
}
