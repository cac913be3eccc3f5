import { notFound } from 'next/navigation';
import { releases } from '@/modules/moves/views/releases';
import { HaulScreen } from '@/modules/transport/screens/HaulScreen';
import { haulViews } from '@/modules/transport/views/hauls';
import { actHoldings } from '@/server/stock/actHoldings';
import { speciesBook } from '@/store/species';
import { db } from '../../../../_server/database';
import { idIn } from '../../../../_server/idOf';
import { requestPlan } from '../../../../_server/releasePlan';
import { requestNow, requestRound } from '../../../../_server/request';
import { requirePerson } from '../../../../_server/session';

export const metadata = { title: 'Haul' };

export default async function HaulPage({ params }: { params: Promise<{ id: string }> }) {
  const person = await requirePerson();
  const id = idIn((await params).id);
  const [haul] = id === undefined ? [] : await haulViews(db(), person.siteId, requestNow(), id);
  if (!haul) notFound();
  const units = new Set(haul.loads.map((l) => l.unit));
  const [plan, holdings, book, released] = await Promise.all([
    requestPlan(),
    requestRound(),
    speciesBook(db(), person.siteId),
    releases(db(), person.siteId, requestNow()),
  ]);
  return (
    <HaulScreen
      of={haul}
      acts={actHoldings(
        holdings.filter((h) => units.has(h.unitId)),
        book,
      )}
      sites={plan.sites}
      lots={plan.lots}
      released={released}
    />
  );
}
