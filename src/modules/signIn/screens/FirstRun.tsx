'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { Button } from '@/ui/Button';
import { TextField } from '@/ui/fields';
import { Mark } from '@/ui/glyphs';
import { months } from '@/ui/months';
import { SelectField } from '@/ui/SelectField';

/** The first site and its first manager. */
export function FirstRun({ zones }: { zones: string[] }) {
  const router = useRouter();
  const [v, setV] = useState({
    siteName: '',
    timeZone: '',
    managerName: '',
    password: '',
    lotPattern: '{code}-{yy}-{nn}',
    seasonStartsMonth: '9',
  });
  const [errors, setErrors] = useState<{ path: string; message: string }[]>([]);
  // The page is drawn on a server first, whose zone is not the reader's.
  useEffect(() => setV((now) => ({ ...now, timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone })), []);
  const [busy, setBusy] = useState(false);
  const set = (key: keyof typeof v) => (value: string) => setV((now) => ({ ...now, [key]: value }));
  const on = (path: string) => errors.find((e) => e.path === path)?.message ?? null;
  const example = v.lotPattern
    .replaceAll('{code}', 'AC')
    .replaceAll('{yyyy}', '2031')
    .replaceAll('{yy}', '31')
    .replaceAll('{season}', '2031/32')
    .replace(/\{(n+)\}/g, (_, n: string) => '1'.padStart(n.length, '0'));
  return (
    <main className="mx-auto flex min-h-dvh max-w-[560px] flex-col justify-center gap-6 px-6 py-10">
      <div className="flex items-center gap-4">
        <Mark size={52} />
        <div>
          <h1 className="text-title">A new hatchery</h1>
          <p className="quiet">First the site and its manager. Rooms, units and people follow in set-up.</p>
        </div>
      </div>
      <form
        className="grid grid-cols-2 gap-4 max-sm:grid-cols-1"
        onSubmit={(e) => {
          e.preventDefault();
          setBusy(true);
          setErrors([]);
          void fetch('/api/first-run', {
            method: 'POST',
            body: JSON.stringify({ ...v, seasonStartsMonth: Number(v.seasonStartsMonth) }),
          })
            .then(async (r) => {
              if (r.ok) {
                router.push('/setup');
                router.refresh();
                return;
              }
              const body = (await r.json().catch(() => null)) as {
                refused?: { path: string; message: string };
                errors?: { path: string; message: string }[];
              } | null;
              setErrors(
                body?.errors ?? [
                  body?.refused ?? { path: '', message: 'The server gave no proper answer. Try again.' },
                ],
              );
              setBusy(false);
            })
            .catch(() => {
              setErrors([{ path: '', message: 'No connection to Morula. Nothing was lost: try again.' }]);
              setBusy(false);
            });
        }}
      >
        <TextField label="Name of the hatchery" value={v.siteName} onChange={set('siteName')} error={on('siteName')} />
        <SelectField
          label="Time zone"
          value={v.timeZone}
          onChange={set('timeZone')}
          options={[
            ...(v.timeZone === ''
              ? [{ value: '', label: 'Choose' }]
              : zones.includes(v.timeZone)
                ? []
                : [{ value: v.timeZone, label: v.timeZone }]),
            ...zones.map((z) => ({ value: z, label: z })),
          ]}
          error={on('timeZone')}
          hint="Days and rounds are local"
        />
        <TextField
          label="Manager’s name"
          value={v.managerName}
          onChange={set('managerName')}
          error={on('managerName')}
          autoComplete="username"
        />
        <TextField
          label="Password"
          type="password"
          value={v.password}
          onChange={set('password')}
          error={on('password')}
          hint="At least 10 characters"
          autoComplete="new-password"
        />
        <TextField
          label="Lots are named"
          value={v.lotPattern}
          onChange={set('lotPattern')}
          error={on('lotPattern')}
          hint={`Like ${example}. Known are {code}, {yy}, {yyyy}, {season}, {nn}`}
        />
        <SelectField
          label="A season starts in"
          value={v.seasonStartsMonth}
          onChange={set('seasonStartsMonth')}
          options={months.map((m, i) => ({ value: String(i + 1), label: m }))}
        />
        <div className="col-span-2 flex items-center gap-4 max-sm:col-span-1">
          <Button kind="main" type="submit" disabled={busy}>
            Begin
          </Button>
          {on('') && (
            <p role="alert" className="text-loss">
              {on('')}
            </p>
          )}
        </div>
      </form>
    </main>
  );
}
