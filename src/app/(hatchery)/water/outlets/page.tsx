import { outletScreens } from '@/modules/rearing/views/outletScreens';
import { OutletsScreen } from '@/modules/water/screens/OutletsScreen';
import { outflow } from '@/modules/water/views/discharge';
import { db } from '../../../_server/database';
import { requestDrains, requestHall, requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Outlets' };

export default async function OutletsPage() {
  const person = await requirePerson();
  const [drains, hall, left] = await Promise.all([
    requestDrains(),
    requestHall(),
    outflow(db(), person.siteId, requestNow()),
  ]);
  return (
    <OutletsScreen
      screens={await outletScreens(db(), person.siteId, requestNow(), hall.units)}
      drains={drains}
      outflow={left}
      idle={hall.units.filter((u) => u.number > 0 && u.massG === null).map((u) => u.name)}
    />
  );
}
