import { WaterDeskScreen } from '@/modules/water/screens/desk/WaterDeskScreen';
import { waterDesk } from '@/modules/water/views/desk';
import { db } from '../../_server/database';
import { requestHall, requestNow, requestRound, requestWaterAhead } from '../../_server/request';
import { requirePerson } from '../../_server/session';

export const metadata = { title: 'Water' };

export default async function WaterPage() {
  const person = await requirePerson();
  const [hall, holdings] = await Promise.all([requestHall(), requestRound()]);
  const desk = await waterDesk(
    db(),
    person.siteId,
    requestNow(),
    holdings,
    new Map(hall.units.map((u) => [u.id, u.massG])),
  );
  return <WaterDeskScreen desk={desk} ahead={await requestWaterAhead()} />;
}
