import { DeformitiesScreen } from '@/features/brood/DeformitiesScreen';
import { speciesOfPage } from '@/queries/brood';
import { deformityView } from '@/queries/deformities';
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
