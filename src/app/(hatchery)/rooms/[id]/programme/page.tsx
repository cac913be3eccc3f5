import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { ProgrammeScreen } from '@/modules/incubation/screens/programme/ProgrammeScreen';
import { programmeView } from '@/modules/incubation/views/programme';
import { db } from '../../../../_server/database';
import { idOf } from '../../../../_server/idOf';
import { requestNow, requestRound } from '../../../../_server/request';
import { requirePerson } from '../../../../_server/session';

export const metadata: Metadata = { title: 'Temperature programme' };

export default async function ProgrammePage({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ sensor?: string }>;
}) {
  const person = await requirePerson();
  const [{ id }, { sensor }] = await Promise.all([params, searchParams]);
  const view = await programmeView(db(), person, idOf(id), Number(sensor) || null, requestNow(), await requestRound());
  if (!view) notFound();
  return <ProgrammeScreen key={view.sensor?.id} view={view} />;
}
