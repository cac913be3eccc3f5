import { redirect } from 'next/navigation';
import { SignIn } from '@/modules/signIn/screens/SignIn';
import { db } from '../_server/database';
import { signedIn } from '../_server/session';

export const metadata = { title: 'Sign in' };

export default async function SignInPage() {
  if (await signedIn()) redirect('/');
  const site = (await db()('site').first('name', 'demo')) as { name: string; demo: number } | undefined;
  if (!site) redirect('/first-run');
  // The demo's people are buttons; its database is never a real one.
  const people = site.demo
    ? ((await db()('person').where({ active: true }).orderBy('id').select('name', 'role')) as {
        name: string;
        role: string;
      }[])
    : [];
  return <SignIn siteName={site.name} people={people} />;
}
