import { regimeFits } from '@/core/feeding/regimes';
import { ProtocolsPage } from '@/modules/reference/screens/ProtocolsPage';
import { ReferenceScreen } from '@/modules/reference/screens/ReferenceScreen';
import { WriteSpecies } from '@/modules/reference/screens/species/WriteSpecies';
import { ThresholdsPage } from '@/modules/reference/screens/ThresholdsPage';
import { ownDrift } from '@/modules/reference/views/drift';
import { ownDates } from '@/modules/reference/views/ownDates';
import { ownDeaths } from '@/modules/reference/views/ownDeaths';
import {
  protocolsOf,
  type ReferenceView,
  referenceView,
  THRESHOLDS,
  thresholdsView,
  valueHistory,
} from '@/modules/reference/views/reference';
import { regimesHere } from '@/server/stock/feeding/regimesHere';
import { db, now } from '../../_server/database';
import { computedOnce } from '../../_server/request';
import { requirePerson, type SignedIn } from '../../_server/session';

export const metadata = { title: 'Reference' };

type Query = { species?: string; page?: string; work?: string; of?: string; all?: string };

export default async function ReferencePage({ searchParams }: { searchParams: Promise<Query> }) {
  const person = await requirePerson();
  const { species, page, work, of, all } = await searchParams;
  const book = await computedOnce('reference', '', '', () => referenceView(db(), person.siteId));
  const open = book.species.find((s) => s.id === species) ?? null;
  const other = await otherPage(person, page, book, open);
  const { siteId, role, timeZone } = person;
  // What a species has learned is not asked for while another page covers it.
  const read = open && !other ? open : null;
  const protocols = read ? [...(await protocolsOf(db(), siteId)).values()] : [];
  return (
    <ReferenceScreen
      book={book}
      open={open}
      history={read ? await valueHistory(db(), siteId, read.id) : []}
      ownDates={read ? await computedOnce('dates', read.id, '', () => ownDates(db(), siteId, read.id)) : null}
      ownDrift={read ? await computedOnce('drift', read.id, '', () => ownDrift(db(), siteId, read.id)) : []}
      ownDeaths={read ? await computedOnce('deaths', read.id, '', () => ownDeaths(db(), siteId, read.id)) : null}
      fits={protocols.filter((p) => read && p.groups.includes(read.group)).map((p) => p.name)}
      regimes={read ? (await regimesHere(db(), siteId)).filter((r) => regimeFits(r, read)) : []}
      mayEdit={role === 'manager'}
      now={now()}
      timeZone={timeZone}
      page={page}
      other={other}
      shown={{ work, of, all: all === '1' }}
    />
  );
}

/** What stands in place of a species' own page. */
async function otherPage(
  person: SignedIn,
  page: string | undefined,
  book: ReferenceView,
  open: ReferenceView['species'][number] | null,
) {
  if (page === 'protocols')
    return (
      <ProtocolsPage
        protocols={[...(await protocolsOf(db(), person.siteId)).values()]}
        mayEdit={person.role === 'manager'}
      />
    );
  if (page === 'thresholds')
    return (
      <ThresholdsPage
        rows={(await thresholdsView(db(), person.siteId)).rows}
        history={await valueHistory(db(), person.siteId, THRESHOLDS)}
        mayEdit={person.role === 'manager'}
        us={person.units === 'us'}
        now={now()}
        timeZone={person.timeZone}
      />
    );
  if (person.role !== 'manager') return null;
  const taken = book.species.map((s) => s.id);
  if (page === 'new' || page === 'file') return <WriteSpecies how={page} taken={taken} />;
  if (open && (page === 'edit' || page === 'copy')) return <WriteSpecies how={page} of={open} taken={taken} />;
  return null;
}
