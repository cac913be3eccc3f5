import { HaulsScreen } from '@/modules/transport/screens/HaulsScreen';
import { haulViews } from '@/modules/transport/views/hauls';
import { db } from '../../../_server/database';
import { requestPlan } from '../../../_server/releasePlan';
import { requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Hauls' };

export default async function HaulsPage() {
  const person = await requirePerson();
  const plan = await requestPlan();
  return <HaulsScreen hauls={await haulViews(db(), person.siteId, requestNow())} lots={plan.lots} sites={plan.sites} />;
}
