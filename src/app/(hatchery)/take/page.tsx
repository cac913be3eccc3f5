import { ActPanel } from '@/client/act/ActPanel';
import { takesEggs } from '@/core/units/unitKinds';
import { TakeForm } from '@/modules/incubation/acts/take/form';
import { speciesList } from '@/modules/reference/views/reference';
import { packingsHere } from '@/modules/spawning/views/eggsLearned';
import { actHoldings, measuredVolume } from '@/server/stock/actHoldings';
import { livingStock } from '@/server/stock/livingStock';
import { places, releaseSites } from '@/server/stock/places';
import { speciesBook } from '@/store/species';
import { Link } from '@/ui/Link';
import { Doubtful } from '@/ui/number';
import { db, now } from '../../_server/database';
import { requirePerson } from '../../_server/session';
import { firstOf } from '../_species';

export const metadata = { title: 'Take of eggs' };

/** Eggs on the table, to be laid down, and the form for a new take. */
export default async function TakePage({ searchParams }: { searchParams: Promise<{ species?: string }> }) {
  const person = await requirePerson();
  const { species: first } = await searchParams;
  const [species, where, sites, holdings, packings, book] = await Promise.all([
    speciesList(db(), person.siteId),
    places(db(), person.siteId),
    releaseSites(db(), person.siteId),
    livingStock(db(), person, now(), { stations: ['eggs'] }),
    packingsHere(db(), person.siteId),
    speciesBook(db(), person.siteId),
  ]);
  const waiting = holdings.filter((h) => h.unitKind === 'table');
  const acts = actHoldings(waiting, book);
  const volumes = await Promise.all(waiting.map((h) => measuredVolume(db(), h.lotId)));
  return (
    <div className="px-6 py-4 max-sm:px-3">
      {waiting.length > 0 && (
        <section className="mb-6 max-w-[760px]" aria-label="On the table">
          <h1 className="mb-2">On the table, to lay down</h1>
          {waiting.map((h, i) => (
            <div key={h.holdingId} className="border-t border-rule py-3" data-table={h.lot}>
              <p className="mb-2">
                <Link className="link font-bold" href={`/lots/${h.lotId}`}>
                  {h.lot}
                </Link>{' '}
                {h.speciesName}, <Doubtful number={h.number} sd={h.sd} /> eggs in {h.unit}
              </p>
              <ActPanel
                holding={acts[i]!}
                unitKind="table"
                places={where}
                sites={sites}
                totalVolumeMl={volumes[i] ?? null}
                first={waiting.length === 1 ? 'layDown' : undefined}
              />
            </div>
          ))}
        </section>
      )}
      <h1 className="mb-3">A take of eggs</h1>
      {where.length === 0 ? (
        <p className="quiet">
          There is no unit yet to put eggs into: make rooms and units in{' '}
          <Link className="link" href="/setup">
            set-up
          </Link>
          .
        </p>
      ) : (
        <TakeForm
          species={firstOf(species, first)}
          packings={packings}
          places={where.filter((p) => takesEggs(p.kind))}
        />
      )}
    </div>
  );
}
