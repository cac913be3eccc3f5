import { WhereToScreen } from '@/modules/moves/screens/WhereToScreen';
import { floorOf } from '@/modules/moves/views/whereTo';
import { db } from '../../../_server/database';
import { requestHall, requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Where to' };

export default async function WhereToPage() {
  const person = await requirePerson();
  return <WhereToScreen of={await floorOf(db(), person.siteId, requestNow(), await requestHall())} />;
}
