import { OrdersScreen } from '@/modules/transport/screens/OrdersScreen';
import { ordersOf } from '@/modules/transport/views/orders';
import { db } from '../../../_server/database';
import { requestHall, requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Orders' };

export default async function OrdersPage() {
  const person = await requirePerson();
  return <OrdersScreen of={await ordersOf(db(), person.siteId, requestNow(), await requestHall())} />;
}
