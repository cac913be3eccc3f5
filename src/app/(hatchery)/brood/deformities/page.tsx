import { DeformitiesScreen } from '@/modules/brood/screens/DeformitiesScreen';
import { speciesOfPage } from '@/modules/brood/views/brood';
import { deformityView } from '@/modules/brood/views/deformities';
import { db } from '../../../_server/database';
import { requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Deformities' };

export default async function DeformitiesPage({ searchParams }: { searchParams: Promise<{ species?: string }> }) {
  const person = await requirePerson();
  const { species } = await searchParams;
  const { book, list } = await speciesOfPage(db(), person.siteId, species ?? null, requestNow());
  return (
    <DeformitiesScreen
      species={{ id: book.id, name: book.name }}
      list={list}
      view={await deformityView(db(), person.siteId, book.id)}
    />
  );
}
