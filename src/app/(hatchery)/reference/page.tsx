import { ProtocolsPage } from '@/modules/reference/screens/ProtocolsPage';
import { ReferenceScreen } from '@/modules/reference/screens/ReferenceScreen';
import { ownDrift } from '@/modules/reference/views/drift';
import { ownClock } from '@/modules/reference/views/ownClock';
import { ownDeaths } from '@/modules/reference/views/ownDeaths';
import { protocolsOf, referenceView, valueHistory } from '@/modules/reference/views/reference';
import { db, now } from '../../_server/database';
import { computedOnce } from '../../_server/request';
import { requirePerson } from '../../_server/session';

export const metadata = { title: 'Reference' };

export default async function ReferencePage({
  searchParams,
}: {
  searchParams: Promise<{ species?: string; page?: string }>;
}) {
  const person = await requirePerson();
  const { species, page } = await searchParams;
  const book = await computedOnce('reference', '', '', () => referenceView(db(), person.siteId));
  const open = book.species.find((s) => s.id === species) ?? null;
  return (
    <ReferenceScreen
      book={book}
      open={open}
      history={open ? await valueHistory(db(), person.siteId, open.id) : []}
      ownClock={open ? await computedOnce('dates', open.id, '', () => ownClock(db(), person.siteId, open.id)) : null}
      ownDrift={open ? await computedOnce('drift', open.id, '', () => ownDrift(db(), person.siteId, open.id)) : []}
      ownDeaths={open ? await computedOnce('deaths', open.id, '', () => ownDeaths(db(), person.siteId, open.id)) : null}
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
