import { BookScreen } from '@/modules/reference/screens/ReferenceScreen';
import { ProtocolsPage } from '@/modules/reference/screens/ProtocolsPage';
import { bookView, protocolsOf, valueHistory } from '@/modules/reference/views/reference';
import { ownDrift } from '@/modules/reference/views/drift';
import { ownClock } from '@/modules/reference/views/ownClock';
import { ownDeaths } from '@/modules/reference/views/ownDeaths';
import { db, now } from '../../_server/database';
import { requirePerson } from '../../_server/session';

export const metadata = { title: 'Book' };

export default async function BookPage({
  searchParams,
}: {
  searchParams: Promise<{ species?: string; page?: string }>;
}) {
  const person = await requirePerson();
  const { species, page } = await searchParams;
  const book = await bookView(db(), person.siteId);
  const open = book.species.find((s) => s.id === species) ?? null;
  return (
    <BookScreen
      book={book}
      open={open}
      history={open ? await valueHistory(db(), person.siteId, open.id) : []}
      ownClock={open ? await ownClock(db(), person.siteId, open.id) : null}
      ownDrift={open ? await ownDrift(db(), person.siteId, open.id) : []}
      ownDeaths={open ? await ownDeaths(db(), person.siteId, open.id) : null}
      mayEdit={person.role === 'manager'}
      now={now()}
      timeZone={person.timeZone}
      protocols={
        page === 'protocols' ? (
          <ProtocolsPage
            protocols={[...(await protocolsOf(db(), person.siteId)).values()]}
            mayEdit={person.role === 'manager'}
          />
        ) : null
      }
    />
  );
}
