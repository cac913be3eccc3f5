import { notFound } from 'next/navigation';
import { LotScreen } from '@/features/lot/LotScreen';
import { lotView } from '@/queries/lot';
import { db, now } from '../../../_server/database';
import { idIn, idOf } from '../../../_server/idOf';
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
  const at = now();
  const lot = await lotView(db(), person, idOf(id), at, idIn(before));
  if (!lot) notFound();
  return <LotScreen lot={lot} us={person.units === 'us'} now={at} timeZone={person.timeZone} />;
}
