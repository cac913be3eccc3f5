import { BringForm } from '@/modules/moves/acts/bring/form';
import { speciesList } from '@/modules/reference/views/reference';
import { places } from '@/server/stock/places';
import { db } from '../../_server/database';
import { requirePerson } from '../../_server/session';
import { firstOf } from '../_species';

export const metadata = { title: 'Stock that came' };

export default async function BringPage({ searchParams }: { searchParams: Promise<{ species?: string }> }) {
  const person = await requirePerson();
  const { species: first } = await searchParams;
  const [species, where] = await Promise.all([speciesList(db(), person.siteId), places(db(), person.siteId)]);
  return (
    <div className="px-6 py-4 max-sm:px-3">
      <h1 className="mb-3">Stock that came</h1>
      <BringForm species={firstOf(species, first)} places={where} />
    </div>
  );
}
