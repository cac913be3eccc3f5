import { CompareScreen } from '@/modules/incubation/screens/compare/CompareScreen';
import { comparison } from '@/modules/incubation/views/compare';
import { db } from '../../_server/database';
import { requirePerson } from '../../_server/session';

export const metadata = { title: 'What differs' };

export default async function ComparePage({
  searchParams,
}: {
  searchParams: Promise<{ species?: string; season?: string; outcome?: string; by?: string }>;
}) {
  const person = await requirePerson();
  return <CompareScreen c={await comparison(db(), person, await searchParams)} />;
}
