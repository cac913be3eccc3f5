import { FeedingDayScreen } from '@/modules/rearing/screens/FeedingDayScreen';
import { requestHall, requestKept, requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Feeding day' };

export default async function FeedingDayPage() {
  const person = await requirePerson();
  return (
    <FeedingDayScreen
      hall={await requestHall()}
      kept={await requestKept()}
      now={requestNow()}
      timeZone={person.timeZone}
      us={person.units === 'us'}
    />
  );
}
