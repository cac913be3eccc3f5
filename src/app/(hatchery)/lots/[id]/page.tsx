import { notFound } from 'next/navigation';
import { LotScreen } from '@/modules/lot/screens/LotScreen';
import { lotView } from '@/modules/lot/views/lot';
import { db } from '../../../_server/database';
import { idIn, idOf } from '../../../_server/idOf';
import { computedOnce, requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Lot' };

export default async function LotPage({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ before?: string }>;
}) {
  const person = await requirePerson();
  const [{ id }, { before }] = await Promise.all([params, searchParams]);
  const at = requestNow();
  const lotId = idOf(id);
  const older = idIn(before);
  const lot = await computedOnce('lot', lotId, `${older ?? ''}`, () => lotView(db(), person, lotId, at, older));
  if (!lot) notFound();
  return <LotScreen lot={lot} us={person.units === 'us'} now={at} timeZone={person.timeZone} />;
}
