import { OutletsScreen } from '@/modules/water/screens/OutletsScreen';
import { outletScreens } from '@/modules/water/views/outletScreens';
import { db } from '../../../_server/database';
import { requestDrains, requestHall, requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Outlets' };

export default async function OutletsPage() {
  const person = await requirePerson();
  const [drains, hall] = await Promise.all([requestDrains(), requestHall()]);
  return (
    <OutletsScreen
      screens={await outletScreens(db(), person.siteId, requestNow(), hall.units)}
      drains={drains}
      idle={hall.units.filter((u) => u.number > 0 && u.massG === null).map((u) => u.name)}
    />
  );
}
