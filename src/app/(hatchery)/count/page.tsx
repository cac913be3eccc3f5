import { CountDesk } from '@/modules/sorting/screens/CountDesk';
import { countDesk } from '@/modules/sorting/views/countDesk';
import { idIn } from '../../_server/idOf';
import { requestNow, requestRound } from '../../_server/request';
import { requirePerson } from '../../_server/session';

export const metadata = { title: 'Count desk' };

export default async function CountPage({ searchParams }: { searchParams: Promise<{ of?: string }> }) {
  const person = await requirePerson();
  const of = idIn((await searchParams).of) ?? null;
  return <CountDesk rows={countDesk(await requestRound())} of={of} now={requestNow()} timeZone={person.timeZone} />;
}
