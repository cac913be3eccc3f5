import { GradingScreen } from '@/modules/sorting/screens/GradingScreen';
import { gradingView } from '@/modules/sorting/views/grading';
import { db } from '../../../_server/database';
import { idIn } from '../../../_server/idOf';
import { computedOnce, requestHall, requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Grading' };

export default async function GradingPage({ searchParams }: { searchParams: Promise<{ of?: string }> }) {
  const person = await requirePerson();
  const of = idIn((await searchParams).of) ?? null;
  const hall = await requestHall();
  return (
    <GradingScreen
      view={await computedOnce('grading', of ?? '', '', () => gradingView(db(), person, requestNow(), hall, of))}
      now={requestNow()}
      timeZone={person.timeZone}
      us={person.units === 'us'}
    />
  );
}
