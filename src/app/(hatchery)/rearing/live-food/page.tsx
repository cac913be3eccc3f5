import { LiveFoodScreen } from '@/modules/liveFood/screens/LiveFoodScreen';
import { liveFoodView } from '@/modules/liveFood/views/liveFood';
import { db } from '../../../_server/database';
import { computedOnce, requestMouths, requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Live food' };

export default async function LiveFoodPage() {
  const person = await requirePerson();
  const mouths = await requestMouths();
  return (
    <LiveFoodScreen
      view={await computedOnce('liveFood', '', '', () => liveFoodView(db(), person, requestNow(), mouths))}
      now={requestNow()}
      timeZone={person.timeZone}
      us={person.units === 'us'}
    />
  );
}
