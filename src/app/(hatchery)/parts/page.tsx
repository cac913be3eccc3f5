import { PartsScreen } from '@/ui/parts/PartsScreen';
import { requirePerson } from '../../_server/session';

export const metadata = { title: 'Parts' };

/** All parts of the interface: for those who draw and build it. No desk leads here. */
export default async function PartsPage() {
  await requirePerson();
  return <PartsScreen />;
}
