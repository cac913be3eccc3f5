import { HealthScreen } from '@/modules/health/screens/HealthScreen';
import { healthPage } from '@/modules/health/views/healthPage';
import { db } from '../../_server/database';
import { requestNow, requestRound } from '../../_server/request';
import { requirePerson } from '../../_server/session';

export const metadata = { title: 'Health' };

export default async function HealthPage() {
  const person = await requirePerson();
  const page = await healthPage(db(), person, requestNow(), await requestRound());
  return <HealthScreen {...page} now={requestNow()} timeZone={person.timeZone} />;
}
