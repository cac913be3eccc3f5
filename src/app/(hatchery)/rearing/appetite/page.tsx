import { AppetiteScreen } from '@/modules/rearing/screens/AppetiteScreen';
import { appetiteView } from '@/modules/rearing/views/appetite';
import { db } from '../../../_server/database';
import { idIn } from '../../../_server/idOf';
import { computedOnce, requestHall, requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Appetite' };

export default async function AppetitePage({ searchParams }: { searchParams: Promise<{ of?: string }> }) {
  const person = await requirePerson();
  const of = idIn((await searchParams).of) ?? null;
  const hall = await requestHall();
  return (
    <AppetiteScreen
      view={await computedOnce('appetite', of ?? 'first', '', () => appetiteView(db(), person, requestNow(), hall, of))}
      now={requestNow()}
      timeZone={person.timeZone}
      us={person.units === 'us'}
    />
  );
}
