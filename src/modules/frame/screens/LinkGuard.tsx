'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { forgetAll, isHalfFilled } from '@/client/act/halfFilled';
import { StayOrGo } from '@/ui/Dialog';

/**
 * Follows links within Morula without loading the frame anew. Before that: a half-filled form is not thrown away unasked,
 * and without a connection the page stays, where the browser would put its own page of errors in the place of what was
 * typed.
 */
export function LinkGuard() {
  const router = useRouter();
  const [asks, setAsks] = useState<string | null>(null);
  const [offline, setOffline] = useState(false);
  useEffect(() => {
    const guard = (e: MouseEvent) => {
      const link = followed(e);
      if (!link || (link.pathname === location.pathname && link.search === location.search)) return;
      const stay = () => {
        e.preventDefault();
        e.stopPropagation();
      };
      if (!navigator.onLine) {
        stay();
        setOffline(true);
      } else if (isHalfFilled()) {
        stay();
        setAsks(link.pathname + link.search + link.hash);
      }
    };
    const follow = (e: MouseEvent) => {
      const link = followed(e);
      if (!link?.dataset.soft) return;
      e.preventDefault();
      router.push(link.pathname + link.search + link.hash, { scroll: link.dataset.soft === 'top' });
    };
    const online = () => setOffline(false);
    // Asked before the link's own handlers, followed after them.
    document.addEventListener('click', guard, true);
    document.addEventListener('click', follow);
    window.addEventListener('online', online);
    return () => {
      document.removeEventListener('click', guard, true);
      document.removeEventListener('click', follow);
      window.removeEventListener('online', online);
    };
  }, [router]);
  return (
    <>
      {offline && (
        <p
          role="alert"
          className="border-b border-strong bg-hand-wash px-4 py-2 font-semibold"
          data-testid="offline-stays"
        >
          No connection, so this page stays as it is. What you record is kept here and sent once when it is back.
        </p>
      )}
      <StayOrGo
        open={asks !== null}
        title="What you typed is not recorded"
        says="A form on this page is half filled. Leave it, and it is gone."
        stay="Stay"
        go="Leave it"
        onStay={() => setAsks(null)}
        onGo={() => {
          forgetAll();
          if (asks) router.push(asks);
        }}
      />
    </>
  );
}

/** The link within Morula that this click would follow in this tab, if nothing has taken the click before. */
function followed(e: MouseEvent): HTMLAnchorElement | null {
  const link = (e.target as Element | null)?.closest?.('a[href]') as HTMLAnchorElement | null;
  if (!link || e.defaultPrevented || e.button !== 0 || e.ctrlKey || e.metaKey || e.shiftKey || e.altKey) return null;
  if (link.target === '_blank' || link.hasAttribute('download') || link.origin !== location.origin) return null;
  return link;
}
