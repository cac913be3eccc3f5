import { notFound } from 'next/navigation';
import { LineScreen } from '@/modules/lot/screens/LineScreen';
import { lineView } from '@/modules/lot/views/line';
import { db } from '../../../../_server/database';
import { idOf } from '../../../../_server/idOf';
import { computedOnce, requestNow } from '../../../../_server/request';
import { requirePerson } from '../../../../_server/session';

export const metadata = { title: 'The whole line' };

export default async function LinePage({ params }: { params: Promise<{ id: string }> }) {
  const person = await requirePerson();
  const lotId = idOf((await params).id);
  const line = await computedOnce('line', lotId, '', () => lineView(db(), person, lotId, requestNow()));
  if (!line) notFound();
  return <LineScreen line={line} lotId={lotId} now={requestNow()} timeZone={person.timeZone} />;
}
