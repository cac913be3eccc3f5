import { NextScreen } from '@/modules/brood/screens/NextScreen';
import { speciesOfPage } from '@/modules/brood/views/brood';
import { nextBrood } from '@/modules/brood/views/nextBrood';
import { places } from '@/server/stock/places';
import { db } from '../../../_server/database';
import { requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Next generation' };

/** Animals kept in all unless somebody says otherwise. */
const USUAL = 500;

export default async function NextPage({
  searchParams,
}: {
  searchParams: Promise<{ species?: string; season?: string; target?: string }>;
}) {
  const person = await requirePerson();
  const { species, season, target } = await searchParams;
  const { book, list } = await speciesOfPage(db(), person.siteId, species ?? null, requestNow());
  const wanted = /^\d{1,6}$/.test(target ?? '') ? Math.max(1, Number(target)) : USUAL;
  const [view, where] = await Promise.all([
    nextBrood(db(), person, book.id, { season, target: wanted, now: requestNow() }),
    places(db(), person.siteId),
  ]);
  return (
    <NextScreen
      key={`${book.id} ${view.season}`}
      species={{ id: book.id, name: book.name, stages: book.stages, checks: book.checks }}
      list={list}
      view={view}
      places={where}
      mayWrite={person.role === 'manager' || person.role === 'culturist'}
    />
  );
}
