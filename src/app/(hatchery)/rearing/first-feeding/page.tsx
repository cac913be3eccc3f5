import { FirstFeedingScreen } from '@/modules/rearing/screens/FirstFeedingScreen';
import { firstFeedingView } from '@/modules/rearing/views/firstFeeding';
import { db } from '../../../_server/database';
import { computedOnce, requestNow, requestRound } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'First feeding' };

export default async function FirstFeedingPage() {
  const person = await requirePerson();
  const holdings = await requestRound();
  return (
    <FirstFeedingScreen
      view={await computedOnce('firstFeeding', '', '', () => firstFeedingView(db(), person, requestNow(), holdings))}
    />
  );
}
