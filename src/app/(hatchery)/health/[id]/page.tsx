import { notFound } from 'next/navigation';
import { CaseScreen } from '@/modules/health/screens/CaseScreen';
import { caseView, together } from '@/modules/health/views/case';
import { db } from '../../../_server/database';
import { idOf } from '../../../_server/idOf';
import { requestNow } from '../../../_server/request';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Case' };

export default async function CasePage({ params }: { params: Promise<{ id: string }> }) {
  const person = await requirePerson();
  const of = await caseView(db(), person, idOf((await params).id), requestNow());
  if (!of) notFound();
  return <CaseScreen of={of} all={together(of.tanks)} now={requestNow()} timeZone={person.timeZone} />;
}
