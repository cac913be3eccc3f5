import { ReturnsScreen } from '@/modules/transport/screens/ReturnsScreen';
import { returnsOf } from '@/modules/transport/views/returns';
import { releaseSites } from '@/server/stock/places';
import { db } from '../../../_server/database';
import { requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Returns' };

export default async function ReturnsPage() {
  const person = await requirePerson();
  const [of, sites] = await Promise.all([
    returnsOf(db(), person.siteId, requestNow(), person.timeZone),
    releaseSites(db(), person.siteId),
  ]);
  return <ReturnsScreen of={of} sites={sites} />;
}
