'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { takesEggs } from '@/core/units/unitKinds';
import { Button } from '@/ui/Button';
import { Mark } from '@/ui/drawings/glyphs';
import { Fold } from '@/ui/Fold';
import { TextField } from '@/ui/fields';
import { months } from '@/ui/months';
import { SelectField } from '@/ui/SelectField';

const kinds = [
  { value: 'jar', label: 'jars' },
  { value: 'tray', label: 'trays' },
  { value: 'trough', label: 'troughs' },
  { value: 'frame', label: 'frames' },
  { value: 'tank', label: 'tanks' },
  { value: 'pond', label: 'ponds' },
] as const;
type Kind = (typeof kinds)[number]['value'];

/** What the hatchery is called, what is raised first, where it stands, and who begins: enough for a first batch. */
/** The species that stands there at first: the one most hatcheries have. */
const USUAL = 'rainbow-trout';

export function FirstRun({ zones, species }: { zones: string[]; species: readonly { id: string; name: string }[] }) {
  const router = useRouter();
  const [v, setV] = useState({
    siteName: '',
    timeZone: '',
    managerName: '',
    password: '',
    lotPattern: '{code}-{yy}-{nn}',
    seasonStartsMonth: '9',
    species: (species.find((s) => s.id === USUAL) ?? species[0])?.id ?? '',
    room: 'Hatching room',
    count: '8',
  });
  const [kind, setKind] = useState<Kind>('jar');
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
          <p className="quiet">
            Four things, and the first batch can be recorded. All of it can be changed later in set-up.
          </p>
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
            body: JSON.stringify({
              siteName: v.siteName,
              timeZone: v.timeZone,
              managerName: v.managerName,
              password: v.password,
              lotPattern: v.lotPattern,
              seasonStartsMonth: Number(v.seasonStartsMonth),
              first: { room: v.room, unitKind: kind, count: Number(v.count), species: v.species },
            }),
          })
            .then(async (r) => {
              if (r.ok) {
                router.push(`${takesEggs(kind) ? '/take' : '/bring'}?species=${v.species}`);
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
        <TextField
          className="col-span-2 max-sm:col-span-1"
          label="Name of the hatchery"
          value={v.siteName}
          onChange={set('siteName')}
          error={on('siteName')}
        />
        <SelectField
          className="col-span-2 max-sm:col-span-1"
          label="Species to begin with"
          value={v.species}
          onChange={set('species')}
          options={species.map((s) => ({ value: s.id, label: s.name }))}
          hint="Others are there too"
        />
        <TextField label="First room" value={v.room} onChange={set('room')} error={on('first.room')} />
        <div className="grid grid-cols-2 gap-2">
          <SelectField label="It holds" value={kind} onChange={setKind} options={kinds} />
          <TextField
            label="How many"
            inputMode="numeric"
            value={v.count}
            onChange={set('count')}
            error={on('first.count')}
          />
        </div>
        <TextField
          label="Your name"
          value={v.managerName}
          onChange={set('managerName')}
          error={on('managerName')}
          hint="You are the manager; others are added in set-up"
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
        <Fold
          className="col-span-2 max-sm:col-span-1"
          open={Boolean(on('timeZone') ?? on('lotPattern')) || undefined}
          title={
            <span className="link">
              Time zone {v.timeZone || 'not known'}, lots named like {example}, seasons from{' '}
              {months[Number(v.seasonStartsMonth) - 1]}
            </span>
          }
        >
          <div className="mt-3 grid grid-cols-2 gap-4 max-sm:grid-cols-1">
            <SelectField
              label="Time zone"
              value={v.timeZone}
              onChange={set('timeZone')}
              options={[
                ...(v.timeZone === '' || zones.includes(v.timeZone) ? [] : [{ value: v.timeZone, label: v.timeZone }]),
                ...zones.map((z) => ({ value: z, label: z })),
              ]}
              error={on('timeZone')}
              hint="Days and rounds are local"
            />
            <SelectField
              label="A season starts in"
              value={v.seasonStartsMonth}
              onChange={set('seasonStartsMonth')}
              options={months.map((m, i) => ({ value: String(i + 1), label: m }))}
            />
            <TextField
              label="Lots are named"
              value={v.lotPattern}
              onChange={set('lotPattern')}
              error={on('lotPattern')}
              hint={`Like ${example}. Known are {code}, {yy}, {yyyy}, {season}, {nn}`}
            />
          </div>
        </Fold>
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
