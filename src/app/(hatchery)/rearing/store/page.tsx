import { StoreScreen } from '@/modules/rearing/screens/StoreScreen';
import { storeView } from '@/modules/rearing/views/store';
import { speciesBook } from '@/store/species';
import { db } from '../../../_server/database';
import { requestHall, requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Feed store' };

export default async function StorePage({ searchParams }: { searchParams: Promise<{ lot?: string }> }) {
  const person = await requirePerson();
  const { lot } = await searchParams;
  const hall = await requestHall();
  const recall = lot && /^\d{1,9}$/.test(lot) ? Number(lot) : null;
  const [view, book] = await Promise.all([
    storeView(db(), person.siteId, requestNow(), hall, recall),
    speciesBook(db(), person.siteId),
  ]);
  const here = new Set(hall.units.flatMap((u) => u.holdings.map((h) => h.species)));
  const species = [...book.values()]
    .map((s) => ({ id: s.id, name: s.name }))
    .sort((a, b) => Number(here.has(b.id)) - Number(here.has(a.id)) || a.name.localeCompare(b.name));
  return (
    <StoreScreen
      view={view}
      species={species}
      now={requestNow()}
      timeZone={person.timeZone}
      us={person.units === 'us'}
    />
  );
}
