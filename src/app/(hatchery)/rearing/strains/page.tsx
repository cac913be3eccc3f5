import { StrainsScreen } from '@/modules/selection/screens/StrainsScreen';
import { strainCards } from '@/modules/selection/views/strains';
import { db } from '../../../_server/database';
import { requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Strains and suppliers' };

export default async function StrainsPage() {
  const person = await requirePerson();
  return (
    <StrainsScreen
      cards={await strainCards(db(), person.siteId, requestNow())}
      now={requestNow()}
      timeZone={person.timeZone}
    />
  );
}
