'use client';

import { UserRound } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { DropdownMenu } from 'radix-ui';
import { send } from '@/client/send';
import { useSession } from '@/client/session';

const item = 'cursor-pointer px-3 py-2 text-[0.95rem] outline-none data-[highlighted]:bg-deep-wash';

/** Behind the person's name: theme, units, number style, set-up, help, the door. */
export function PersonMenu({ compact = false }: { compact?: boolean }) {
  const session = useSession();
  const router = useRouter();
  const prefer = async (p: Record<string, string>) => {
    await send('preferences.save', p);
    router.refresh();
  };
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        className={
          compact
            ? 'flex flex-col items-center gap-0.5 px-2 py-1.5 text-[0.82rem] text-soft'
            : 'cursor-pointer self-end truncate text-[0.87rem] text-deep underline underline-offset-2'
        }
        aria-label={`${session.name}: settings`}
      >
        {compact && <UserRound size={20} strokeWidth={1.8} aria-hidden />}
        {compact ? 'Me' : session.name}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={6}
          className="z-40 min-w-[230px] border border-strong bg-sheet py-1"
        >
          <DropdownMenu.Label className="px-3 py-1 text-[0.85rem] text-soft">
            {session.name}, {session.role}, {session.siteName}
          </DropdownMenu.Label>
          <DropdownMenu.Item
            className={item}
            onSelect={() => void prefer({ theme: session.theme === 'dim' ? 'day' : 'dim' })}
          >
            {session.theme === 'dim' ? 'Day theme' : 'Dim room theme'}
          </DropdownMenu.Item>
          <DropdownMenu.Item
            className={item}
            onSelect={() => void prefer({ units: session.units === 'us' ? 'metric' : 'us' })}
          >
            {session.units === 'us' ? 'Metric units' : 'US units'}
          </DropdownMenu.Item>
          <DropdownMenu.Item
            className={item}
            // Every number on the page is written anew.
            onSelect={() =>
              void prefer({ locale: session.locale === 'de-DE' ? 'en-GB' : 'de-DE' }).then(() => location.reload())
            }
          >
            {session.locale === 'de-DE' ? 'Numbers as 1 234.5' : 'Numbers as 1 234,5'}
          </DropdownMenu.Item>
          <DropdownMenu.Separator className="my-1 border-t border-rule" />
          <DropdownMenu.Item className={item} onSelect={() => router.push('/me')}>
            Password and sign-ins
          </DropdownMenu.Item>
          {session.role === 'manager' && (
            <DropdownMenu.Item className={item} onSelect={() => router.push('/setup')}>
              Set-up
            </DropdownMenu.Item>
          )}
          <DropdownMenu.Item className={item} onSelect={() => window.dispatchEvent(new Event('morula:help'))}>
            Keys and log line
          </DropdownMenu.Item>
          <DropdownMenu.Item
            className={item}
            onSelect={() =>
              void fetch('/api/sign-in', { method: 'DELETE' }).then(() => {
                router.push('/sign-in');
                router.refresh();
              })
            }
          >
            Sign out
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
