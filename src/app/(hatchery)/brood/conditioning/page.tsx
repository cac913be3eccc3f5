import { ConditioningScreen } from '@/modules/brood/screens/ConditioningScreen';
import { speciesOfPage } from '@/modules/brood/views/brood';
import { conditioningView } from '@/modules/brood/views/conditioning';
import { places } from '@/server/stock/places';
import { db } from '../../../_server/database';
import { requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Conditioning' };

export default async function ConditioningPage({ searchParams }: { searchParams: Promise<{ species?: string }> }) {
  const person = await requirePerson();
  const { species } = await searchParams;
  const { book, list } = await speciesOfPage(db(), person.siteId, species ?? null, requestNow());
  const [view, where] = await Promise.all([
    conditioningView(db(), person, book.id, requestNow()),
    places(db(), person.siteId),
  ]);
  return (
    <ConditioningScreen
      key={book.id}
      species={{ id: book.id, name: book.name }}
      list={list}
      view={view}
      places={where}
      mayWrite={person.role === 'manager' || person.role === 'culturist'}
    />
  );
}
