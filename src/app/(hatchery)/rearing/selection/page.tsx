import { SelectionsScreen } from '@/modules/selection/screens/SelectionsScreen';
import { selectionsView } from '@/modules/selection/views/selections';
import { db } from '../../../_server/database';
import { requestHall, requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Selection' };

export default async function SelectionPage() {
  const person = await requirePerson();
  return (
    <SelectionsScreen
      view={await selectionsView(db(), person.siteId, requestNow(), await requestHall())}
      now={requestNow()}
      timeZone={person.timeZone}
    />
  );
}
