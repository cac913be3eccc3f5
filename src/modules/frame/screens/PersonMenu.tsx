'use client';

import { UserRound } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { send } from '@/client/send';
import { useSession } from '@/client/session';
import { Button } from '@/ui/Button';
import { Menu, MenuItem, MenuRule } from '@/ui/Menu';

/** Behind the person's name: theme, units, number style, set-up, help, the door. */
export function PersonMenu({ compact = false }: { compact?: boolean }) {
  const session = useSession();
  const router = useRouter();
  const prefer = async (p: Record<string, string>) => {
    await send('preferences.save', p);
    router.refresh();
  };
  return (
    <Menu
      about={`${session.name}, ${session.role}, ${session.siteName}`}
      trigger={
        <Button
          kind="bare"
          className={
            compact
              ? 'flex flex-col items-center gap-0.5 border-t-[3px] border-transparent px-2 py-1.5 text-mark text-soft'
              : 'self-end truncate text-small text-deep underline underline-offset-2'
          }
          aria-label={`${session.name}: settings`}
        >
          {compact && <UserRound size={20} strokeWidth={1.8} aria-hidden />}
          {compact ? 'Me' : session.name}
        </Button>
      }
    >
      <MenuItem onSelect={() => void prefer({ theme: session.theme === 'dim' ? 'day' : 'dim' })}>
        {session.theme === 'dim' ? 'Day theme' : 'Dim room theme'}
      </MenuItem>
      <MenuItem onSelect={() => void prefer({ units: session.units === 'us' ? 'metric' : 'us' })}>
        {session.units === 'us' ? 'Metric units' : 'US units'}
      </MenuItem>
      <MenuItem
        // Every number on the page is written anew.
        onSelect={() =>
          void prefer({ locale: session.locale === 'de-DE' ? 'en-GB' : 'de-DE' }).then(() => location.reload())
        }
      >
        {session.locale === 'de-DE' ? 'Numbers as 1 234.5' : 'Numbers as 1 234,5'}
      </MenuItem>
      <MenuRule />
      <MenuItem onSelect={() => router.push('/me')}>Password and sign-ins</MenuItem>
      {session.role === 'manager' && <MenuItem onSelect={() => router.push('/setup')}>Set-up</MenuItem>}
      <MenuItem onSelect={() => window.dispatchEvent(new Event('morula:help'))}>Keys and log line</MenuItem>
      <MenuItem
        onSelect={() =>
          void fetch('/api/sign-in', { method: 'DELETE' }).then(() => {
            router.push('/sign-in');
            router.refresh();
          })
        }
      >
        Sign out
      </MenuItem>
    </Menu>
  );
}
