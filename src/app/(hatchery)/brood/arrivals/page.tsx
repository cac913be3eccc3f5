import { ArrivalsScreen } from '@/modules/brood/screens/ArrivalsScreen';
import { arrivalsView } from '@/modules/brood/views/arrivals';
import { speciesOfPage, strainsOf } from '@/modules/brood/views/brood';
import { places } from '@/server/stock/places';
import { broodBarredAt } from '@/server/stock/treated/brood';
import { db } from '../../../_server/database';
import { requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Arrivals and ends' };

export default async function ArrivalsPage({ searchParams }: { searchParams: Promise<{ species?: string }> }) {
  const person = await requirePerson();
  const { species } = await searchParams;
  const { book, list, all } = await speciesOfPage(db(), person.siteId, species ?? null, requestNow());
  const [view, where, strains, barred] = await Promise.all([
    arrivalsView(db(), person, book.id, requestNow()),
    places(db(), person.siteId),
    strainsOf(db(), person.siteId, book.id),
    broodBarredAt(db(), person.siteId, requestNow()),
  ]);
  return (
    <ArrivalsScreen
      key={book.id}
      species={{ id: book.id, name: book.name }}
      list={list.length > 1 ? list : all}
      view={view}
      places={where}
      strains={strains}
      barred={barred.batches}
      mayWrite={person.role === 'manager' || person.role === 'culturist'}
      mayRule={person.role === 'manager'}
    />
  );
}
