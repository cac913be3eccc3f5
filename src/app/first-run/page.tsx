import { redirect } from 'next/navigation';
import { FirstRun } from '@/modules/signIn/screens/FirstRun';
import { db } from '../_server/database';

export const metadata = { title: 'First run' };

export default async function FirstRunPage() {
  if (await db()('site').first('id')) redirect('/sign-in');
  return <FirstRun zones={Intl.supportedValuesOf('timeZone')} />;
}
