import '@fontsource-variable/atkinson-hyperlegible-next/wght.css';
import '@fontsource-variable/atkinson-hyperlegible-mono/wght.css';
import './globals.css';
import type { Metadata, Viewport } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { EarlyHands } from '@/client/early/EarlyHands';
import { earlyScript } from '@/client/early/script';
import { signedIn } from './_server/session';

export const metadata: Metadata = {
  title: { default: 'Morula', template: '%s · Morula' },
  description: 'A hatchery’s season, in books that balance.',
};
export const viewport: Viewport = { width: 'device-width', initialScale: 1 };
export const dynamic = 'force-dynamic';

export default async function RootLayout({ children }: { children: ReactNode }) {
  const [person, sent] = await Promise.all([signedIn(), headers()]);
  return (
    <html lang="en" data-theme={person?.theme ?? 'day'}>
      <body>
        {/* A constant of our own; it must run before the page's program is there. */}
        <script nonce={sent.get('x-nonce') ?? undefined} dangerouslySetInnerHTML={{ __html: earlyScript }} />
        {children}
        <EarlyHands />
      </body>
    </html>
  );
}
