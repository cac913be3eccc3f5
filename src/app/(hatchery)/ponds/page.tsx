import { PondsScreen } from '@/modules/ponds/screens/PondsScreen';
import { drawnPonds } from '@/modules/ponds/views/pondMap';
import { pondRuns } from '@/modules/ponds/views/ponds';
import { db } from '../../_server/database';
import { requestNow } from '../../_server/request';
import { requirePerson } from '../../_server/session';

export const metadata = { title: 'Ponds' };

export default async function PondsPage() {
  const person = await requirePerson();
  const [runs, ponds] = await Promise.all([
    pondRuns(db(), person.siteId, requestNow()),
    db()('unit')
      .where({ site_id: person.siteId, kind: 'pond', retired: false })
      .orderBy('name')
      .select<{ id: number; name: string }[]>('id', 'name'),
  ]);
  const map = await drawnPonds(
    db(),
    person.siteId,
    ponds.map((p) => p.name),
  );
  return <PondsScreen runs={runs} ponds={ponds} map={map} />;
}
