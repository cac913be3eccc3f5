import { LinesScreen } from '@/modules/selection/screens/LinesScreen';
import { lineCards } from '@/modules/selection/views/lines';
import { db } from '../../../_server/database';
import { requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Lines and suppliers' };

export default async function LinesPage() {
  const person = await requirePerson();
  return <LinesScreen cards={await lineCards(db(), person.siteId)} now={requestNow()} timeZone={person.timeZone} />;
}
