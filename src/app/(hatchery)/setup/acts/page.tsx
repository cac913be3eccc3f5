import { decisions } from '@/modules/door';
import { ActsScreen } from '@/modules/setup/screens/ActsScreen';
import { actsView } from '@/modules/setup/views/actsView';
import { requirePerson } from '../../../_server/session';

export const metadata = { title: 'Acts over HTTP' };

export default async function ActsPage() {
  await requirePerson();
  return <ActsScreen acts={actsView([...decisions.byType.values()].map((d) => d.act))} />;
}
