import { redirect } from 'next/navigation';
import { FirstRun } from '@/modules/signIn/screens/FirstRun';
import { shippedSpecies } from '@/reference/shipped';
import { db } from '../_server/database';

export const metadata = { title: 'First run' };

export default async function FirstRunPage() {
  if (await db()('site').first('id')) redirect('/sign-in');
  const species = [...shippedSpecies().values()].map((s) => ({ id: s.id, name: s.name }));
  return (
    <FirstRun
      zones={Intl.supportedValuesOf('timeZone')}
      species={species.sort((a, b) => a.name.localeCompare(b.name))}
    />
  );
}
