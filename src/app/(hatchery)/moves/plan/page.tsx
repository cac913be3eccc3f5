import { haulsOf } from '@/modules/transport/hauls';
import { PlanScreen } from '@/modules/transport/screens/PlanScreen';
import { db } from '../../../_server/database';
import { requestPlan } from '../../../_server/releasePlan';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Release plan' };

export default async function ReleasePlanPage() {
  const person = await requirePerson();
  const [last] = await haulsOf(db(), person.siteId);
  return <PlanScreen of={await requestPlan()} last={last} />;
}
